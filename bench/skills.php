<?php

declare(strict_types=1);

/*
 * All skills of a long piece on top of its hands, and growth with length. Budget: 80 ms for 200 measures in five parts.
 */

use CoinStair\Bench\Scores;
use CoinStair\Bench\Stopwatch;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\PieceSkills;

require dirname(__DIR__).'/vendor/autoload.php';

$handsOf = static fn (Piece $piece): array => array_map(
    static fn (Part $part): BothHands => BothHands::of($piece->withParts([$part]), $part->instrument, HandPolicies::ofLevel(2), 72),
    $piece->parts,
);
$skills = static function (Piece $piece, array $hands): int {
    /** @var list<BothHands> $hands */
    $found = PieceSkills::of($piece, $hands, Catalogue::shipped());
    $count = 0;
    foreach ($found->instruments() as $instrument) {
        $count += count($found->first($instrument));
    }

    return $count;
};

$five = Scores::fiveParts(200);
$fiveHands = $handsOf($five);
$times = Stopwatch::medians(
    ['both hands' => static fn () => $handsOf($five), 'all skills' => static fn () => $skills($five, $fiveHands)],
    9,
);
Stopwatch::print(sprintf('Five parts, 200 measures: %d skills with evidence; budget 80 ms', $skills($five, $fiveHands)), $times);

// Of the rule, not of the collector of PHP, which walks through all of the long score again and again.
gc_disable();
$long = Scores::fiveParts(2000);
$longHands = $handsOf($long);
Stopwatch::print(
    'Ten times the measures; budget 11 ×',
    Stopwatch::medians(
        ['200 measures' => static fn () => $skills($five, $fiveHands), '2,000 measures' => static fn () => $skills($long, $longHands)],
        5,
        1,
    ),
    11.0,
);
