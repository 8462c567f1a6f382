<?php

declare(strict_types=1);

/*
 * A library of five thousand pieces: looked through, filtered and put in order, against an empty page. The pieces are copies of the demo's;
 * they are made here and deleted again.
 */

use CoinStair\Bench\Browser;
use CoinStair\Bench\Rows;
use CoinStair\Bench\Stopwatch;

require dirname(__DIR__).'/vendor/autoload.php';

const COPIES = 208;
const BOOKS = 40;
const NAME = 'Library bench ';

$rows = new Rows();
$clear = static fn (): int|false => $rows->database->exec("DELETE FROM piece WHERE book LIKE '".NAME."%'");
$clear();
$columns = $rows->columns('piece', 'id', 'title', 'book');
$rows->database->beginTransaction();
for ($copy = 0; $copy < COPIES; ++$copy) {
    $book = NAME.($copy % BOOKS);
    $rows->database->exec(
        "INSERT INTO piece (title, book, $columns) SELECT CONCAT(title, ' $copy'), '$book', $columns FROM piece ".
            "WHERE book NOT LIKE '".NAME."%' AND put_away_at IS NULL LIMIT 24",
    );
}
$rows->database->commit();

try {
    $browser = new Browser(getenv('COIN_STAIR_URL') ?: 'http://127.0.0.1:8080');
    $browser->signIn('teacher@coinstair.example', 'copper-stairs-4');
    $for = preg_replace('~\D+~', '', $browser->find('/classes', '~href="(/classes/\d+)">Mill~'));
    // A class's readiness for all of it is looked through a few seconds once.
    while (str_contains($browser->get("/library?for=class-$for&ready=ready"), 'load again')) {
        continue;
    }
    $pages = ['empty page' => static fn (): string => $browser->get('/blank')];
    foreach (
        [
            'first page' => '/library',
            'by a word' => '/library?search=weir',
            'by key and meter, longest first' => '/library?key=D+major&meter=4/4&sort=-length',
            'by length, newest first' => '/library?length=1&sort=-added',
            'page 60 by title' => '/library?sort=title&page=60',
            'in work' => '/library?work=1',
            'for a class' => "/library?for=class-$for",
            'ready for a class' => "/library?for=class-$for&ready=ready",
            'the class itself' => "/classes/$for",
        ] as $name => $address
    ) {
        $pages[$name] = static fn (): string => $browser->get($address);
    }
    $count = (int) ($rows->of('SELECT COUNT(*) pieces FROM piece')[0]['pieces'] ?? 0);
    Stopwatch::print("Library of $count pieces, median of 31 in turn; budget 3 × the empty page", Stopwatch::medians($pages, 31), 3.0);
} finally {
    $clear();
}
