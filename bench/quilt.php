<?php

declare(strict_types=1);

/*
 * The quilt of a program of 20 classes with 150 lessons each: cold, when nothing of it was reckoned yet, and warm against an empty page.
 * The classes, lessons and entries are copies of the demo's; they are made here and deleted again.
 */

use CoinStair\Bench\Browser;
use CoinStair\Bench\Rows;
use CoinStair\Bench\Stopwatch;

require dirname(__DIR__).'/vendor/autoload.php';

const CLASSES = 20;
const LESSONS = 150;
const NAME = 'Quilt bench ';

$rows = new Rows();
$database = $rows->database;
$clear = static function () use ($database): void {
    $bench = "(SELECT id FROM school_class WHERE name LIKE '".NAME."%')";
    $database->exec("DELETE e FROM log_entry e JOIN lesson l ON l.id = e.lesson_id WHERE l.class_id IN $bench");
    $database->exec("DELETE FROM lesson WHERE class_id IN $bench");
    $database->exec("DELETE FROM instrument_group WHERE class_id IN $bench");
    $database->exec("DELETE FROM school_class WHERE name LIKE '".NAME."%'");
};

$clear();
/** @var list<array{id: int|string, class_id: int|string}> $lessons of the demo */
$lessons = $rows->of('SELECT id, class_id FROM lesson WHERE ended_at IS NOT NULL ORDER BY day, id');
$ofClass = $rows->columns('school_class', 'id', 'name');
$ofGroup = $rows->columns('instrument_group', 'id', 'class_id');
$ofLesson = $rows->columns('lesson', 'id', 'class_id', 'sequence_id', 'day');
$ofEntry = $rows->columns('log_entry', 'id', 'lesson_id');

/** So many classes with so many lessons each; gives the ids of the classes. */
$make = static function (int $classes, int $each) use ($database, $lessons, $ofClass, $ofGroup, $ofLesson, $ofEntry): array {
    $made = [];
    $database->beginTransaction();
    for ($class = 0; $class < $classes; ++$class) {
        $from = (int) $lessons[$class % count($lessons)]['class_id'];
        $name = NAME.$class;
        $database->exec("INSERT INTO school_class (name, $ofClass) SELECT '$name', $ofClass FROM school_class WHERE id = $from");
        $made[] = $id = (int) $database->lastInsertId();
        $groups = "SELECT $id, $ofGroup FROM instrument_group WHERE class_id = $from";
        $database->exec("INSERT INTO instrument_group (class_id, $ofGroup) $groups");
        for ($number = 0; $number < $each; ++$number) {
            $of = (int) $lessons[($class + $number) % count($lessons)]['id'];
            $days = 2 * ($each - $number);
            $database->exec(
                "INSERT INTO lesson (class_id, sequence_id, day, $ofLesson) ".
                    "SELECT $id, NULL, CURRENT_DATE - INTERVAL $days DAY, $ofLesson FROM lesson WHERE id = $of",
            );
            $lesson = (int) $database->lastInsertId();
            $database->exec(
                "INSERT INTO log_entry (id, lesson_id, $ofEntry) SELECT INSERT(INSERT(INSERT(INSERT(".
                    "MD5(CONCAT(id, '-', $lesson)), 21, 0, '-'), 17, 0, '-'), 13, 0, '-'), 9, 0, '-'), $lesson, $ofEntry ".
                    "FROM log_entry WHERE lesson_id = $of",
            );
        }
    }
    $database->commit();

    return $made;
};

$browser = new Browser(getenv('COIN_STAIR_URL') ?: 'http://127.0.0.1:8080');
$browser->signIn('teacher@coinstair.example', 'copper-stairs-4');
// The pieces of the demo are known: what is cold is the classes.
$browser->get('/skills/quilt');
$timed = static function (string $address) use ($browser): float {
    $start = hrtime(true);
    $browser->get($address);

    return (hrtime(true) - $start) / 1e6;
};
try {
    $first = $make(1, LESSONS)[0];
    $one = $timed("/classes/$first/skills");
    $clear();
    $first = $make(1, 2 * LESSONS)[0];
    $two = $timed("/classes/$first/skills");
    $words = "\nOne class cold, %d lessons and twice as many: %.0f ms, %.0f ms: %.2f × (near linear: 2)\n";
    printf($words, LESSONS, $one, $two, $two / $one);
    $clear();
    $last = $make(CLASSES, LESSONS)[CLASSES - 1];
    $pages = [];
    for ($page = 1; $page <= (int) ceil((CLASSES + 3) / 5); ++$page) {
        $pages[] = $timed("/skills/quilt?page=$page");
    }
    printf(
        "Quilt of %d classes with %d lessons, cold: all of it %.0f ms, the slowest of its %d pages %.0f ms (budget 1,500)\n",
        CLASSES,
        CLASSES * LESSONS,
        array_sum($pages),
        count($pages),
        max([0.0, ...$pages]),
    );
    Stopwatch::print(
        'Quilt, warm; budget 3 × the empty page',
        Stopwatch::medians(
            [
                'empty page' => static fn (): string => $browser->get('/blank'),
                'quilt of five classes' => static fn (): string => $browser->get('/skills/quilt?page=2'),
                'quilt of one class' => static fn (): string => $browser->get("/classes/$last/skills?family=fingers"),
            ],
            31,
        ),
        3.0,
    );
} finally {
    $clear();
}
