<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Standing;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Standing\ChunkCoverage;
use CoinStair\Core\Standing\CoverageState;
use CoinStair\Core\Standing\Matter;
use CoinStair\Core\Standing\Reach;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** How far a class is with a piece is said by its measures, and by the whole (handbook 7). */
final class ReachTest extends TestCase
{
    private const GOAL = 96;

    /** @param list<array{int, int, int}> $won first and last measure of a chunk, and the tempo that it reached */
    #[DataProvider('classes')]
    public function testItSaysHowMuchAtWhichTempo(array $won, string $told, float $area): void
    {
        $reach = self::reach($won);
        self::assertSame($told, $reach->told()->text());
        self::assertEqualsWithDelta($area, $reach->area(), 0.0005);
    }

    /** @return iterable<string, array{list<array{int, int, int}>, string, float}> */
    public static function classes(): iterable
    {
        yield 'nothing won' => [[[1, 4, 0]], 'begun; no tread won yet', 0.0];
        yield 'a chunk at the goal is no piece at the goal' => [[[1, 4, 96]], '1–4 of 26 at 96; the whole not yet', 4 / 26];
        yield 'two chunks side by side' => [[[1, 4, 96], [5, 9, 96]], '1–9 of 26 at 96; the whole not yet', 9 / 26];
        yield 'a chunk within a slower one' => [
            [[1, 9, 72], [1, 4, 96]],
            '1–9 of 26 at 72 · 1–4 of 26 at 96; the whole not yet',
            (4 + 5 * 0.75) / 26,
        ];
        yield 'what is slow and long counts for more than what is fast and short' => [
            [[1, 20, 60], [22, 22, 96]],
            '1–20, 22 of 26 at 60 · 22 of 26 at 96; the whole not yet',
            (20 * 0.625 + 1) / 26,
        ];
        yield 'many places are counted' => [
            [[1, 1, 60], [3, 3, 60], [5, 5, 60], [7, 8, 60]],
            '5 of 26 at 60; the whole not yet',
            5 * 0.625 / 26,
        ];
        yield 'all of it, but never at once' => [[[1, 13, 84], [14, 26, 84]], 'all 26 measures at 84; the whole not yet', 0.875];
        yield 'the whole' => [[[1, 26, 72]], 'the whole at 72 of 96', 0.75];
        yield 'the whole, and some of it faster' => [
            [[1, 26, 72], [9, 12, 96]],
            '9–12 of 26 at 96; the whole at 72 of 96',
            (22 * 0.75 + 4) / 26,
        ];
        yield 'the whole, and all of it faster in pieces' => [
            [[1, 26, 72], [1, 13, 84], [14, 26, 84]],
            'all 26 measures at 84; the whole at 72 of 96',
            0.875,
        ];
        yield 'faster than the goal is no more than all' => [[[1, 26, 120]], 'the whole at 120', 1.0];
    }

    public function testAMeasureCountsWhenAllOfItWasPlayed(): void
    {
        $piece = Tunes::abc('DEFG|ABAG|FEDE|D4|');
        $half = Chunk::of($piece, ChunkKind::Phrase, $piece->start(), Place::of(1, 2 * $piece->beatTicks));
        $rest = Chunk::of($piece, ChunkKind::Phrase, Place::of(1, 2 * $piece->beatTicks), $piece->end());
        self::assertSame('1 of 4 at 80; the whole not yet', Reach::of($piece, [[$half, self::met(80)]])->told()->text());
        $both = Reach::of($piece, [[$half, self::met(80)], [$rest, self::met(60)]]);
        self::assertSame('all 4 measures at 60 · 1 of 4 at 80; the whole not yet', $both->told()->text());
    }

    public function testTheHalvesOfASplitMeasureAreOne(): void
    {
        $piece = Tunes::abc('D|EFGA|B2:|:A2|GFED|C3|]');
        $reach = Reach::of($piece, [[Chunk::of($piece, ChunkKind::Phrase, $piece->start(), Place::of(2, 0)), self::met(80)]]);
        self::assertSame('0–1 of 5 at 80; the whole not yet', $reach->told()->text(), 'half of the second is won');
        $both = Reach::of($piece, [[Chunk::of($piece, ChunkKind::Phrase, $piece->start(), Place::of(4, 0)), self::met(80)]]);
        self::assertSame('0–2 of 5 at 80; the whole not yet', $both->told()->text());
    }

    public function testTheGoalIsTheOneThatWasGoneForLast(): void
    {
        $piece = Tunes::abc('DEFG|ABAG|');
        $whole = Chunk::whole($piece);
        $half = Chunk::of($piece, ChunkKind::Phrase, $piece->start(), Place::of(1, 0));
        $reach = Reach::of($piece, [[$whole, self::met(72, 72, '2026-10-12')], [$half, self::met(72, 96, '2026-10-05')]]);
        self::assertSame(['the whole at 72', 1.0], [$reach->told()->text(), $reach->area()]);
        self::assertSame(['the whole at 72 of 96', 0.75], [$reach->toward(96)->told()->text(), $reach->toward(96)->area()]);
    }

    public function testAPieceThatNobodyMet(): void
    {
        $reach = Reach::of(Tunes::abc('D4|'), []);
        self::assertSame([0.0, 0, 0], [$reach->area(), $reach->whole, $reach->measures()]);
    }

    /** @param list<array{int, int, int}> $won */
    private static function reach(array $won): Reach
    {
        $piece = Tunes::abc(str_repeat('DEFG|', 26));
        $met = [];
        foreach ($won as [$first, $last, $tempo]) {
            $met[] = [Chunk::of($piece, ChunkKind::Phrase, Place::of($first - 1, 0), Place::of($last, 0)), self::met($tempo)];
        }

        return Reach::of($piece, $met);
    }

    private static function met(int $reached, int $goal = self::GOAL, string $day = '2026-10-05'): ChunkCoverage
    {
        $state = $reached >= $goal ? CoverageState::AtGoal : CoverageState::InProgress;

        return new ChunkCoverage(Matter::of('1'), $state, 1, 3, 0, $reached, $reached, $goal, $day, $day);
    }
}
