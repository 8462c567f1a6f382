<?php

declare(strict_types=1);

/*
 * The sequence over lessons of 32 measures for four instruments, on top of hands, form and cut; and how it grows with the measures.
 */

use CoinStair\Bench\Scores;
use CoinStair\Bench\Stopwatch;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Growth;
use CoinStair\Core\Standing\Standing;

require dirname(__DIR__).'/vendor/autoload.php';

const GOAL = 96;
$forYearTwo = static function (Piece $piece): PieceForClass {
    $policies = ClassPolicies::of(HandPolicies::ofLevel(2), Instrument::strings(), CoinRule::standard(), Growth::likely(), 27, 0);

    return PieceForClass::of($piece, $policies, Standing::unknown(), GOAL);
};
$of = static fn (PieceForClass $piece, Method $method = Method::Forward): CutPlan => CutPlan::of(
    $piece,
    $method,
    aim: new Aim(GOAL, Instrument::strings(), SlowGroup::Apart),
);
/** Hands, form, cut and order; then the lessons alone. @return array{float, float} milliseconds */
$measure = static function (Piece $score, Method $method) use ($forYearTwo, $of): array {
    $start = hrtime(true);
    $plan = $of($forYearTwo($score), $method);
    $plan->order();
    $before = hrtime(true);
    $plan->plan();

    return [($before - $start) / 1e6, (hrtime(true) - $before) / 1e6];
};
/** @param list<float> $times */
function middle(array $times): float
{
    sort($times);

    return $times[intdiv(count($times), 2)] ?? 0.0;
}

$kettle = ScoreFile::read((string) file_get_contents(dirname(__DIR__).'/demo/tunes/08-kettle-on-the-hob.abc'))->piece;
$scores = ['Kettle, 26 measures' => $kettle];
foreach ([8, 16, 32, 64, 128] as $measures) {
    $scores['made-up, '.$measures.' measures'] = ScoreFile::read(Scores::abc($measures))->piece;
}
echo "The lessons of a piece for four instruments, on top of hands and cut (budget 60 ms for 32 measures)\n";
foreach ($scores as $name => $score) {
    foreach (Method::cases() as $method) {
        $measure($score, $method);
    }
    foreach ([Method::Forward, Method::Halves] as $method) {
        $times = array_map(static fn (): array => $measure($score, $method), range(1, 9));
        printf(
            "  %-24s %-10s %6.1f ms on top of %6.1f ms\n",
            $name,
            $method->value,
            middle(array_column($times, 1)),
            middle(array_column($times, 0)),
        );
    }
}
$six = $forYearTwo($kettle);
Stopwatch::print('The lessons of Kettle by each method', Stopwatch::medians(
    array_combine(
        array_column(Method::cases(), 'value'),
        array_map(static fn (Method $method): Closure => static fn () => $of($six, $method)->plan(), Method::cases()),
    ),
    9,
));
