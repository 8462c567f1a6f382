<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Skill;

use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\PieceFacts;
use CoinStair\Core\Skill\Rule\PlaceSet;
use CoinStair\Core\Skill\Rule\Playing;
use PHPUnit\Framework\TestCase;

/** The demo book shows what the catalogue knows: each rule is found in one of its tunes. */
final class DemoBookTest extends TestCase
{
    /** How a step is taught, which no notes tell. */
    private const TAUGHT = ['crossing.stop', 'ensemble.backing', 'ensemble.click', 'ensemble.memory'];

    public function testEachRuleIsFoundInATune(): void
    {
        $catalogue = Catalogue::shipped();
        $left = array_filter($catalogue->skills, static fn ($skill): bool => null !== $skill->rule());
        $tunes = glob(\dirname(__DIR__, 3).'/demo/tunes/*') ?: [];
        // The last tunes hold what is rare.
        foreach (array_reverse($tunes) as $file) {
            $piece = ScoreFile::read((string) file_get_contents($file))->piece;
            $hands = self::hands($piece, self::year((int) basename($file)));
            $facts = PieceFacts::of($piece, $hands)->byInstrument;
            foreach (Instrument::strings() as $instrument) {
                foreach ($catalogue->of($instrument) as $skill) {
                    $set = isset($left[$skill->code]) ? $skill->rule()?->find($facts[$instrument->value], Playing::written()) : null;
                    if (null !== $set && !PlaceSet::isEmpty($set)) {
                        unset($left[$skill->code]);
                    }
                }
            }
        }
        $codes = array_keys($left);
        sort($codes);
        self::assertSame(self::TAUGHT, $codes);
    }

    /** The year for which a tune is meant, by its number. */
    private static function year(int $number): int
    {
        return match (true) {
            $number < 5 => 1,
            $number < 11, 30 === $number => 2,
            default => 3,
        };
    }

    /** @return list<BothHands> */
    private static function hands(Piece $piece, int $year): array
    {
        $hands = [];
        foreach (Instrument::strings() as $instrument) {
            $own = array_values(array_filter($piece->parts, static fn (Part $part): bool => $part->instrument === $instrument));
            foreach ([] === $own ? [$piece] : array_map(static fn (Part $part): Piece => $piece->withParts([$part]), $own) as $played) {
                $hands[] = BothHands::of($played, $instrument, HandPolicies::ofLevel($year), $piece->goalTempo ?? 84);
            }
        }

        return $hands;
    }
}
