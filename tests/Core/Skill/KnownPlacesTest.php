<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Skill;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Skill\KnownPlaces;
use CoinStair\Core\Standing\ChunkCoverage;
use CoinStair\Core\Standing\CoverageState;
use CoinStair\Core\Standing\Matter;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** What "known" means. */
final class KnownPlacesTest extends TestCase
{
    public function testPlayedWithCoinsIsKnownOnlyBegunIsIntroduced(): void
    {
        $coverage = [
            $this->met('1', CoverageState::Started),
            $this->met('2', CoverageState::InProgress),
            $this->met('3', CoverageState::AtGoal),
        ];
        self::assertSame(['2', '3'], KnownPlaces::played($coverage));
        self::assertSame(['1'], KnownPlaces::begun($coverage));
    }

    public function testARungOnOpenStringsSaysNothingOfTheFingers(): void
    {
        $coverage = [$this->met('2', CoverageState::AtGoal, Rung::OpenStrings), $this->met('3', CoverageState::AtGoal, Rung::WithFingers)];
        self::assertSame(['3'], KnownPlaces::played($coverage));
    }

    public function testAChunkHasThePlacesOfItsOwnMeasures(): void
    {
        $piece = Tunes::abc('DEFG|ABcd|', '4/4', 'D');
        $hands = BothHands::of($piece, Instrument::Violin, HandPolicies::ofLevel(1), 72);
        $places = static fn (int $from, int $to): array => KnownPlaces::find(
            $hands,
            Chunk::of($piece, ChunkKind::Measure, Place::of($from), Place::of($to)),
        );
        self::assertSame(['D natural 0', 'D natural 1', 'D natural 2', 'D natural 3'], $places(0, 1));
        self::assertCount(8, $places(0, 2));
    }

    private function met(string $chunk, CoverageState $state, ?Rung $rung = null): ChunkCoverage
    {
        return new ChunkCoverage(Matter::of($chunk, $rung), $state, 1, 3, 0, 60, 60, 72, '2026-09-08', '2026-09-08');
    }
}
