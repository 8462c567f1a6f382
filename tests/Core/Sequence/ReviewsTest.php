<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Lesson\Climbed;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Practice\Reached;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sequence\Reviews;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 6: what was learned in the last lesson comes first, and does not fill the lesson. */
final class ReviewsTest extends TestCase
{
    /** @return iterable<string, array{list<array{int, int, float}>, list<int>}> position, tempo, seconds; those played */
    public static function lessons(): iterable
    {
        yield 'nothing was learned' => [[], []];
        yield 'all fit, in the order of the music' => [[[4, 60, 40.0], [0, 80, 40.0], [2, 70, 40.0]], [0, 2, 4]];
        yield 'three minutes are not more than three' => [[[0, 60, 90.0], [2, 70, 90.0]], [0, 2]];
        yield 'the slowest need it most' => [[[0, 80, 90.0], [2, 60, 90.0], [4, 70, 80.0]], [2, 4]];
        yield 'one that is too long is none' => [[[0, 60, 200.0]], []];
    }

    /**
     * @param list<array{int, int, float}> $learned
     * @param list<int>                    $played
     */
    #[DataProvider('lessons')]
    public function testAsManyAsFit(array $learned, array $played): void
    {
        $piece = Tunes::measures(8);
        $rows = array_map(static fn (array $one): array => [
            new Reached(
                Chunk::of($piece, ChunkKind::Pair, Place::of($one[0]), Place::of($one[0] + 2)),
                new Climbed($one[1], [$one[1]]),
                true,
            ),
            new StepTime(talk: $one[2]),
        ], $learned);

        $positions = array_map(static fn (array $row): int => $row[0]->chunk->from->position, Reviews::fitting($rows));
        self::assertSame($played, $positions);
    }
}
