<?php

declare(strict_types=1);

/*
 * Each main page, and the import of a piece, against an empty page of the same stack.
 */

use CoinStair\Bench\Browser;
use CoinStair\Bench\Stopwatch;

require dirname(__DIR__).'/vendor/autoload.php';

$browser = new Browser(getenv('COIN_STAIR_URL') ?: 'http://127.0.0.1:8080');
$browser->signIn('teacher@coinstair.example', 'copper-stairs-4');
$piece = $browser->find('/library?search=Kettle', '~/pieces/\d+~');
$class = $browser->find('/classes', '~href="(/classes/\d+)">Mill~');
$sequence = $browser->find($class, '~/sequences/\d+~');
$browser->post($sequence.'/lesson', []);
$lesson = $browser->find($class, '~(/lessons/\d+)/end">[^<]*</a><span class="soft">~');
$tune = (string) file_get_contents(dirname(__DIR__).'/demo/tunes/08-kettle-on-the-hob.abc');

$pages = ['empty page' => static fn (): string => $browser->get('/blank')];
foreach (
    [
        'today' => '/',
        'library' => '/library',
        'add a piece' => '/library/new',
        'quick entry' => '/library/entry',
        'piece' => $piece,
        'notation of 8 measures' => $piece.'/notation?from=0&to=8',
        'the same with hands' => $piece.'/notation?from=0&to=8&instrument=cello&fingers=all&bows=1&ribbon=1',
        'sequence' => $sequence,
        'lesson' => $lesson,
        'lesson, one instrument' => $lesson.'/players/P1',
        'key of a lesson' => $lesson.'/key',
        'end of lesson' => $lesson.'/end',
        'class' => $class,
        'skills of a class' => $class.'/skills',
        'a cell of them' => $class.'/skills/rhythm.eighth/violin',
        'what next' => $class.'/next',
        'what is new in a piece' => $piece.'/ready',
        'term report' => $class.'/report.html',
        'skills of five classes' => '/skills/quilt',
        'catalog of skills' => '/skills',
    ] as $name => $address
) {
    $pages[$name] = static fn (): string => $browser->get($address);
}
Stopwatch::print('Pages, median of 41 in turn; budget 2.8 × the empty page', Stopwatch::medians($pages, 41), 2.8);
Stopwatch::print(
    'Import of a 26-measure ABC tune, with its page after it',
    Stopwatch::medians(
        [
            'empty page' => $pages['empty page'],
            'import' => static fn () => $browser->post('/library/new', ['abc' => $tune]),
        ],
        15,
    ),
);
