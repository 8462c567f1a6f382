<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Lesson\Climbed;
use CoinStair\Core\Practice\Reached;
use CoinStair\Core\Practice\ReachedTempos;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The tempos at which a class has each chunk, and how far down it begins again (handbook 6). */
final class ReachedTemposTest extends TestCase
{
    /** @return iterable<string, array{int, list<int>, int, int}> tempo, treads, treads down, expected */
    public static function climbs(): iterable
    {
        yield 'where it stopped' => [72, [60, 66, 72], 0, 72];
        yield 'two treads down' => [72, [60, 66, 72, 78], 2, 60];
        yield 'no further than the lowest' => [66, [60, 66, 72], 4, 60];
        yield 'stopped between two treads' => [70, [60, 66, 72], 1, 60];
        yield 'under all of them' => [50, [60, 66], 1, 50];
        yield 'without treads' => [64, [], 2, 64];
    }

    /** @param list<int> $treads */
    #[DataProvider('climbs')]
    public function testHowFarDown(int $tempo, array $treads, int $down, int $expected): void
    {
        self::assertSame($expected, (new Climbed($tempo, $treads))->down($down));
    }

    public function testAJoinKnowsTheLowestOfItsChunksAsEachWasReachedLast(): void
    {
        $piece = self::piece();
        $reached = new ReachedTempos();
        self::assertSame(0, $reached->lowestIn(self::chunk($piece, 0, 4)));
        $reached->add(self::chunk($piece, 0, 2), new Climbed(60, [60]), true);
        $reached->add(self::chunk($piece, 2, 4), new Climbed(80, [80]), true);
        self::assertSame(60, $reached->lowestIn(self::chunk($piece, 0, 4)));
        $reached->add(self::chunk($piece, 0, 2), new Climbed(72, [60, 72]), true);
        self::assertSame(72, $reached->lowestIn(self::chunk($piece, 0, 4)), 'not as it was before');
        $reached->add(self::chunk($piece, 0, 4), new Climbed(66, [66]), true);
        self::assertSame(66, $reached->lowestIn(self::chunk($piece, 0, 2)), 'it was played in something larger since');
    }

    public function testTheLargestOfTheLastLesson(): void
    {
        $piece = self::piece();
        $reached = new ReachedTempos();
        self::assertSame([], $reached->ofLastLesson());
        $reached->add(self::chunk($piece, 0, 1), new Climbed(80, [80]), true);
        $reached->nextMeeting();
        $reached->add(self::chunk($piece, 2, 4), new Climbed(70, [60, 70]), true);
        $reached->add(self::chunk($piece, 3, 4), new Climbed(90, [90]), true);
        $reached->add(self::chunk($piece, 0, 2), new Climbed(60, [60]), true);
        $reached->add(self::chunk($piece, 0, 4), new Climbed(90, [90]), false);
        $reached->add(Chunk::of($piece, ChunkKind::Spot, Place::of(1), Place::of(3)), new Climbed(90, [90]), true);
        $reached->nextMeeting();
        self::assertSame(
            [[self::chunk($piece, 0, 2)->edges(), 60], [self::chunk($piece, 2, 4)->edges(), 70]],
            array_map(static fn (Reached $row): array => [$row->chunk->edges(), $row->climbed->tempo], $reached->ofLastLesson()),
            'in the order of the music; not what was only found, no spot, not what lies in another',
        );
    }

    public function testTheLongestThatWasAtItsGoalBeforeToday(): void
    {
        $piece = self::piece();
        $reached = new ReachedTempos();
        self::assertNull($reached->longest($piece, 80));
        $reached->add(self::chunk($piece, 0, 1), new Climbed(80, [80]), true);
        $reached->add(self::chunk($piece, 0, 4), new Climbed(72, [72]), true);
        self::assertSame(self::chunk($piece, 0, 4)->edges(), $reached->longest($piece, 80)?->chunk->edges(), 'nothing before today');
        $reached->nextMeeting();
        $reached->add(self::chunk($piece, 2, 4), new Climbed(80, [80]), true);
        self::assertSame(self::chunk($piece, 0, 1)->edges(), $reached->longest($piece, 80)?->chunk->edges());
    }

    private static function piece(): Piece
    {
        return Tunes::abc('DEFG|A2F2|G4|D4|', '4/4', 'D');
    }

    private static function chunk(Piece $piece, int $from, int $to): Chunk
    {
        return Chunk::of($piece, ChunkKind::Phrase, Place::of($from), Place::of($to));
    }
}
