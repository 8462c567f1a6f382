<?php

declare(strict_types=1);

/*
 * The core against bare yardsticks: reading files, and growth with length.
 */

use CoinStair\Bench\Scores;
use CoinStair\Bench\Stopwatch;
use CoinStair\Core\Format\Abc\Reader as AbcReader;
use CoinStair\Core\Format\Json\PieceDocument;
use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\MusicXml\Reader as MusicXmlReader;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\RightHand\BowFronts;
use CoinStair\Core\Score\Piece;

require dirname(__DIR__).'/vendor/autoload.php';

$musicXml = Scores::musicXml(1000);
$tenTimes = Scores::musicXml(10_000);
$abc = Scores::abc(1000);
$document = PieceDocument::encode(AbcReader::read($abc, Limits::large())->piece);
$walk = static function () use ($musicXml): int {
    $reader = new XMLReader();
    $reader->XML($musicXml);
    $nodes = 0;
    while ($reader->read()) {
        ++$nodes;
    }

    return $nodes;
};
$before = memory_get_usage();
memory_reset_peak_usage();
$read = MusicXmlReader::read($musicXml, Limits::large());
$memory = memory_get_peak_usage() - $before;
unset($read);

Stopwatch::print(
    sprintf('MusicXML, 1,000 measures in four parts (%.1f MB); budget 4 × the bare walk', strlen($musicXml) / 1e6),
    Stopwatch::medians(
        [
            'bare XMLReader walk' => $walk,
            'MusicXML read' => static fn () => MusicXmlReader::read($musicXml, Limits::large()),
        ],
        9,
    ),
    4.0,
);
printf("  memory at its peak: %.1f MB, %.1f × the file (budget 12)\n", $memory / 1e6, $memory / strlen($musicXml));
Stopwatch::print(
    'Ten times the file; budget 11 ×',
    Stopwatch::medians(
        [
            '1,000 measures' => static fn () => MusicXmlReader::read($musicXml, Limits::large()),
            '10,000 measures' => static fn () => MusicXmlReader::read($tenTimes, Limits::large()),
        ],
        3,
        1,
    ),
    11.0,
);
Stopwatch::print(
    '1,000 measures of one line',
    Stopwatch::medians(
        [
            'ABC read' => static fn () => AbcReader::read($abc, Limits::large()),
            'stored document read' => static fn () => PieceDocument::decode($document),
        ],
        7,
    ),
);

$hands = static function (Piece $piece): array {
    $notes = $strokes = 0;
    $fronts = new BowFronts();
    foreach ($piece->parts as $part) {
        $both = BothHands::of($piece->withParts([$part]), $part->instrument, HandPolicies::ofLevel(2), 72, fronts: $fronts);
        $notes += count($both->fingering->notes);
        $strokes += count($both->bowing->strokes);
    }

    return [$notes, $strokes];
};
$five = Scores::fiveParts(200);
$long = Scores::fiveParts(2000);
[$notes, $strokes] = $hands($five);
$times = Stopwatch::medians(['200 measures' => static fn () => $hands($five), '2,000 measures' => static fn () => $hands($long)], 5, 1);
Stopwatch::print(
    sprintf('Both hands of five parts, %d notes and %d strokes; ten times the measures in under 11 ×', $notes, $strokes),
    $times,
    11.0,
);
printf("  200 measures: %.0f ms (budget 160)\n", $times['200 measures']);
$short = Scores::fiveParts(32);
Stopwatch::print(
    'Both hands of 32 measures for four instruments; budget 60 ms for the whole analysis',
    Stopwatch::medians(['32 measures' => static fn () => $hands($short->withParts(array_slice($short->parts, 0, 4)))], 9, 1),
);
