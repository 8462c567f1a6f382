<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Practice;

use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Difficulty\ReadingLimit;
use CoinStair\Core\Difficulty\Unread;
use CoinStair\Core\Lesson\StepLimits;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Lesson\Tread;
use CoinStair\Core\Practice\TodaysStair;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Growth;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 6, "The stair and the coins": values worked out by hand. */
final class TodaysStairTest extends TestCase
{
    /** @return iterable<string, array{float, float, float}> tempo ÷ comfort, beats, chance */
    public static function chances(): iterable
    {
        // p = (1 ÷ (1 + e^(5.5 (r − 1.2))))^√(beats ÷ 8)
        yield 'eight beats, well under comfort' => [0.75, 8.0, 0.922];
        yield 'eight beats at comfort' => [1.0, 8.0, 0.750];
        yield 'eight beats, well over it' => [1.3, 8.0, 0.366];
        yield 'sixteen beats at comfort: √2' => [1.0, 16.0, 0.666];
        yield 'two notes: held at 0.7' => [1.0, 1.0, 0.818];
        yield 'ninety beats: held at 2.5' => [1.0, 90.0, 0.487];
        yield 'fifty beats are that already' => [1.0, 50.0, 0.487];
    }

    #[DataProvider('chances')]
    public function testChanceOfACleanGo(float $ratio, float $beats, float $chance): void
    {
        self::assertEqualsWithDelta($chance, Comfort::of(100, 200)->chance((int) round(100 * $ratio), $beats), 0.001);
    }

    /** @return iterable<string, array{float, float, int, string, int}> comfort, beats, goal, growth, start */
    public static function starts(): iterable
    {
        // Clean with 0.7: eight beats up to 1.046 of comfort, sixteen 0.977, two notes 1.126.
        yield 'a little over comfort for a short chunk' => [64.0, 8.0, 96, 'likely', 66];
        yield 'a little under it for a long one' => [64.0, 16.0, 96, 'likely', 60];
        yield 'two notes' => [64.0, 1.0, 96, 'likely', 72];
        yield 'not under the mark at 40 % of the goal' => [20.0, 8.0, 96, 'likely', 38];
        yield 'never over the goal' => [140.0, 8.0, 84, 'likely', 84];
        yield 'a goal between marks' => [140.0, 8.0, 83, 'likely', 83];
        yield 'on every tempo' => [64.0, 8.0, 96, 'likely~1', 66];
        yield 'on every tempo, where no mark is' => [72.0, 8.0, 96, 'likely~1', 75];
    }

    #[DataProvider('starts')]
    public function testStart(float $comfort, float $beats, int $goal, string $growth, int $start): void
    {
        self::assertSame($start, TodaysStair::start(Comfort::of($comfort, $goal), $beats, $goal, Growth::parse($growth)));
    }

    /**
     * Sixteen beats, hands at 74, goal 96, year 2, all new. Reading: 96 × (1.3 − 0.6) = 67.2, so the start is 63; each coin halves the
     * lack and makes the hands 1.04 times as quick: 77, 80, 83. Tries: 1 ÷ 0.741, 1 ÷ 0.682, 1 ÷ 0.665, and for three in a row
     * (1 − 0.654³) ÷ (0.654³ × 0.346).
     */
    public function testTheExampleOfTheHandbook(): void
    {
        $comfort = Comfort::of(74, 96)->limited(ReadingLimit::of(2, 96), new Unread(1.0));
        $seconds = static fn (int $tempo): float => (4 + 16 + 2) * 60 / $tempo + 6;
        $stair = new TodaysStair(16.0, 96, Growth::likely(), $seconds, 30.0, StepLimits::standard());
        self::assertSame(63, $start = TodaysStair::start($comfort, 16.0, 96, Growth::likely()));
        [$treads, $rule] = $stair->climb($comfort, $start, CoinRule::standard());
        self::assertSame([63, 76, 80, 84], array_map(static fn (Tread $tread): int => $tread->tempo, $treads));
        self::assertSame([1, 1, 1, 3], array_map(static fn (Tread $tread): int => $tread->coins, $treads));
        $comforts = array_map(static fn (Tread $tread): float => $tread->comfort, $treads);
        self::assertEqualsWithDelta([67.2, 76.96, 80.04, 83.24], $comforts, 0.01);
        $tries = array_map(static fn (Tread $tread): float => round($tread->tries()->mean, 1), $treads);
        self::assertSame([1.3, 1.5, 1.5, 7.4], $tries);
        $time = new StepTime($treads, $rule, talk: 30.0);
        self::assertEqualsWithDelta(11.8, $time->tries()->mean ?? 0.0, 0.05);
        self::assertEqualsWithDelta(296.0, $time->seconds(), 0.5);
        self::assertEquals(CoinRule::standard(), $rule);
    }

    /** @return iterable<string, array{float, float, string, float, list<int>, list<int>}> */
    public static function climbs(): iterable
    {
        yield 'easy: two treads' => [90.0, 8.0, 'likely', 360.0, [92, 96], [1, 3]];
        yield 'very easy: the goal at once' => [130.0, 8.0, 'likely', 360.0, [96], [3]];
        // Clean with 0.65 at 1.0875 of comfort. After each coin: 53.0 → 57.7, 55.2 → 59.99, 57.4 → 62.4, 59.7 → 64.9.
        yield 'hard: small steps, five treads at the most' => [51.0, 8.0, 'likely', 360.0, [52, 56, 58, 60, 63], [1, 1, 1, 1, 3]];
        yield 'time for one tread' => [51.0, 8.0, 'likely', 160.0, [52], [3]];
        // A try takes 24.2 s; with 0.73, two in a row take 3.25 of them, three 5.8.
        yield 'not even for three coins' => [51.0, 8.0, 'likely', 100.0, [52], [2]];
        yield 'only for one' => [51.0, 8.0, 'likely', 85.0, [52], [1]];
        // 14 beats and 8 s in 25 s: from 50 on; a try at 52 takes 24.2 s.
        yield 'nor for one that is clean: one go' => [51.0, 8.0, 'likely', 40.0, [52], [1]];
        yield 'so long that one go fits only when it is quicker' => [51.0, 8.0, 'likely', 35.0, [72], [1]];
        yield 'equal ratio stops where too many tries would be needed' => [60.0, 8.0, 'ratio', 360.0, [60, 69], [1, 3]];
        yield 'fixed' => [80.0, 8.0, 'fixed:4', 360.0, [80, 84, 88, 92, 96], [1, 1, 1, 1, 3]];
    }

    /**
     * @param list<int> $tempos
     * @param list<int> $coins
     */
    #[DataProvider('climbs')]
    public function testClimbs(float $comfort, float $beats, string $growth, float $seconds, array $tempos, array $coins): void
    {
        $limits = StepLimits::standard()->within($seconds);
        $perTry = static fn (int $tempo): float => (4 + $beats + 2) * 60 / $tempo + 8;
        $stair = new TodaysStair($beats, 96, Growth::parse($growth), $perTry, 15.0, $limits);
        $start = TodaysStair::start(Comfort::of($comfort, 96), $beats, 96, Growth::parse($growth));
        [$treads] = $stair->climb(Comfort::of($comfort, 96), 'likely' === $growth ? $start : (int) $comfort, CoinRule::standard());
        self::assertSame($tempos, array_map(static fn (Tread $tread): int => $tread->tempo, $treads));
        self::assertSame($coins, array_map(static fn (Tread $tread): int => $tread->coins, $treads));
    }
}
