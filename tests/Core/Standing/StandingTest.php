<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Standing;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Standing\ChunkCoverage;
use CoinStair\Core\Standing\CoverageState;
use CoinStair\Core\Standing\Matter;
use CoinStair\Core\Standing\Standing;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** Where a class stands. */
final class StandingTest extends TestCase
{
    public function testEachMeasureStandsWhereTheFurthestOfItsChunksStands(): void
    {
        $piece = Tunes::abc('DEFG|A2 F2|DEFG|A4|');
        $chunk = static fn (int $from, int $to): Chunk => Chunk::of($piece, ChunkKind::Phrase, Place::of($from), Place::of($to));
        $standing = Standing::of([self::met('7', CoverageState::Started), self::met('8', CoverageState::AtGoal)]);
        self::assertSame(
            [0 => CoverageState::Started, 1 => CoverageState::AtGoal],
            $standing->overMeasures([7 => $chunk(0, 2), 8 => $chunk(1, 2), 9 => $chunk(2, 4)]),
        );
    }

    private static function met(string $chunk, CoverageState $state): ChunkCoverage
    {
        return new ChunkCoverage(Matter::of($chunk), $state, 1, 3, 0, 60, 60, 72, '2026-09-08', '2026-09-08');
    }
}
