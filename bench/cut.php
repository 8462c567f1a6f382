<?php

declare(strict_types=1);

/*
 * Form, spots and chunks on top of the hands, in a process of its own: what lives beside it would be walked through by PHP's cycle
 * collector.
 */

use CoinStair\Bench\Scores;
use CoinStair\Bench\Stopwatch;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Difficulty\Difficulty;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Sections;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Method\TeachingOrder;
use CoinStair\Core\Score\Piece;

require dirname(__DIR__).'/vendor/autoload.php';

/** @return list<BothHands> */
$handsOf = static fn (Piece $piece): array => array_map(
    static fn ($part) => BothHands::of($piece->withParts([$part]), $part->instrument, HandPolicies::ofLevel(2), 72),
    $piece->parts,
);
$cut = static function (Piece $piece, array $hands): int {
    $likeness = Likeness::of($piece);
    Sections::find($piece, $likeness);
    $difficulty = Difficulty::of($piece, array_values(array_filter($hands, static fn (mixed $of): bool => $of instanceof BothHands)));
    $spots = $difficulty->spots(96);
    $order = TeachingOrder::reckon(Method::Forward, ChunkTree::of($piece, $likeness, 2, $difficulty->weights), $spots);
    $known = array_filter($order, static fn (TaughtChunk $taught): bool => null !== $difficulty->hardest($taught->chunk));

    return count($spots) + count($known);
};
$five = Scores::fiveParts(200);
$fiveHands = $handsOf($five);
$times = Stopwatch::medians(
    ['both hands' => static fn () => $handsOf($five), 'form, spots and chunks' => static fn () => $cut($five, $fiveHands)],
    9,
    2,
);
Stopwatch::print(sprintf('Five parts, 200 measures: form, %d spots and steps on top of the hands', $cut($five, $fiveHands)), $times);
printf("  %.0f ms (budget 120)\n", $times['form, spots and chunks']);
$tree = ChunkTree::of($five, Likeness::of($five), 2);
$spots = Difficulty::of($five, $fiveHands)->spots(96);
Stopwatch::print(
    'The order of each method',
    Stopwatch::medians(
        array_combine(
            array_column(Method::cases(), 'value'),
            array_map(
                static fn (Method $method): Closure => static fn () => TeachingOrder::reckon($method, $tree, $spots),
                Method::cases(),
            ),
        ),
        5,
        1,
    ),
);
unset($spots, $tree);
$long = Scores::fiveParts(2000);
$longHands = $handsOf($long);
$work = ['200 measures' => static fn () => $cut($five, $fiveHands), '2,000 measures' => static fn () => $cut($long, $longHands)];
gc_disable();
Stopwatch::print('Ten times the measures, near linear: under 13 ×', Stopwatch::medians($work, 5, 1), 13.0);
gc_enable();
$collected = Stopwatch::medians($work, 3, 1);
printf(
    "  with the cycle collector, which walks through all that lives: %.1f ×\n",
    $collected['2,000 measures'] / $collected['200 measures'],
);
