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
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Growth;
use PHPUnit\Framework\TestCase;

/** The reference cases A and B of handbook 6, step by step. */
final class WorkedStepsTest extends TestCase
{
    /** Eight measures of quarters in year 1, goal 84: the first four, sixteen beats and a landing. */
    public function testTheFirstFourMeasures(): void
    {
        $comfort = Comfort::of(105, 84)->limited(ReadingLimit::of(1, 84), new Unread(1.0, 0.73));
        $time = $this->climbed($comfort, 16.0, 18.0, CoinRule::standard(), 30.0);
        self::assertSame([48, 60, 72, 84], $time->tempos());
        self::assertChances([0.724, 0.89, 0.89, 0.844], $time);
        self::assertEqualsWithDelta(7.9, $time->tries()->mean ?? 0.0, 0.05);
        self::assertEqualsWithDelta(243.0, $time->seconds(), 1.0);
    }

    /** The other four, of which one comes back, without a landing. */
    public function testTheOtherFour(): void
    {
        $comfort = Comfort::of(105, 84)->limited(ReadingLimit::of(1, 84), new Unread(0.754, 0.6));
        $time = $this->climbed($comfort, 16.0, 16.0, CoinRule::standard(), 30.0);
        self::assertSame([63, 76, 84], $time->tempos());
        self::assertChances([0.70, 0.81, 0.82], $time);
        self::assertEqualsWithDelta(7.2, $time->tries()->mean ?? 0.0, 0.05);
        self::assertEqualsWithDelta(199.0, $time->seconds(), 1.0);
    }

    /** The join of both: the seam was played twice alone; 32 beats take more than 25 s, so the top asks for one coin. */
    public function testTheJoin(): void
    {
        $before = new Unread(0.016, 0.0, [0.984]);
        self::assertEqualsWithDelta(0.803, $before->seams(), 0.001);
        $seams = 0.5 ** 1.7;
        $after = new Unread(0.005, 0.0, [$seams - 0.0156 * $seams]);
        self::assertEqualsWithDelta(0.939, $after->seams(), 0.001);
        $seconds = static fn (int $tempo): float => ((4 + 32) * 60) / $tempo + 8;
        $stair = new TodaysStair(32.0, 84, Growth::likely(), $seconds, 15.0 + 2 * ((4 + 10) * 60 / 69 + 8), StepLimits::standard());
        $comfort = Comfort::of(105, 84)->limited(ReadingLimit::of(1, 84), $after);
        [$treads, $rule] = $stair->join($comfort, 69, CoinRule::standard()->ofJoin(), 32 * 60 / 69, 84);
        $time = new StepTime($treads, $rule, before: 2 * ((4 + 10) * 60 / 69 + 8), talk: 15.0);
        self::assertSame([69, 84], $time->tempos());
        self::assertSame([1, 1], array_map(static fn (Tread $tread): int => $tread->coins, $treads));
        self::assertChances([0.85, 0.79], $time);
        self::assertEqualsWithDelta(144.0, $time->seconds(), 1.0);
    }

    public function testAShortJoinEarnsTwoCoinsAndALongOneIsASingleGo(): void
    {
        $comfort = Comfort::of(105, 84)->limited(ReadingLimit::of(1, 84), new Unread(0.01));
        $seconds = static fn (int $tempo): float => (20 * 60) / $tempo + 8;
        $stair = new TodaysStair(16.0, 84, Growth::likely(), $seconds, 15.0, StepLimits::standard());
        [$treads] = $stair->join($comfort, 69, CoinRule::standard()->ofJoin(), 14.0, 84);
        self::assertSame([1, 2], array_map(static fn (Tread $tread): int => $tread->coins, $treads));
        [$treads, $rule] = $stair->join($comfort, 63, CoinRule::standard()->ofJoin(), 41.0, 76);
        self::assertSame([76], array_map(static fn (Tread $tread): int => $tread->tempo, $treads), 'not above what was clean');
        self::assertSame([GoingOn::Goes, 1], [$rule->goingOn, $rule->top]);
    }

    /** A tread between stands only where the top would be too steep. */
    public function testATreadBetween(): void
    {
        $comfort = Comfort::of(130, 120)->limited(ReadingLimit::of(1, 120), new Unread(0.01));
        $seconds = static fn (int $tempo): float => (12 * 60) / $tempo + 8;
        $stair = new TodaysStair(8.0, 120, Growth::likely(), $seconds, 15.0, StepLimits::standard());
        [$treads] = $stair->join($comfort, 66, CoinRule::standard()->ofJoin(), 10.0, 80);
        self::assertSame([66, 80, 100, 120], array_map(static fn (Tread $tread): int => $tread->tempo, $treads));
    }

    /** Forty measures at once in year 3: practice, but slow. */
    public function testFortyNewMeasures(): void
    {
        $unread = new Unread(1.0, 2.56);
        $comfort = Comfort::of(125, 100)->limited(ReadingLimit::of(3, 100), $unread);
        self::assertEqualsWithDelta(5.62, 2.5 + $unread->longer(), 0.001);
        self::assertEqualsWithDelta(80.0, $comfort->lesser(), 1e-6);
        self::assertSame(58, $comfort->highest([54, 56, 58, 60, 63], 160.0, TodaysStair::NEXT));
        $chance = $comfort->chance(58, 160.0);
        self::assertEqualsWithDelta(0.67, $chance, 0.005);
        self::assertEqualsWithDelta(0.26, $unread->counting($chance), 0.005);
        self::assertEqualsWithDelta(0.834, $unread->after($unread->counting($chance))->lack, 0.002);
        self::assertEqualsWithDelta(88.0, $comfort->afterCoins($chance)->lesser(), 0.5);
    }

    /** One clean go at half of the goal does not say that the goal is clean. */
    public function testNoTreadIsMuchAboveTheOneBefore(): void
    {
        $comfort = Comfort::of(200, 160);
        $seconds = static fn (int $tempo): float => (12 * 60) / $tempo + 8;
        $stair = new TodaysStair(8.0, 160, Growth::likely(), $seconds, 15.0, StepLimits::standard());
        [$treads] = $stair->climb($comfort, 80, CoinRule::standard());
        self::assertSame([80, 100, 120, 144, 160], array_map(static fn (Tread $tread): int => $tread->tempo, $treads));
        self::assertSame(100, TodaysStair::start($comfort, 8.0, 160, Growth::likely(), 80), 'nor the start above what was clean');
    }

    private function climbed(Comfort $comfort, float $beats, float $sounding, CoinRule $rule, float $talk): StepTime
    {
        $seconds = static fn (int $tempo): float => ((4 + $sounding) * 60) / $tempo + 8;
        $stair = new TodaysStair($beats, 84, Growth::likely(), $seconds, $talk, StepLimits::standard());
        [$treads, $asked] = $stair->climb($comfort, TodaysStair::start($comfort, $beats, 84, Growth::likely()), $rule);

        return new StepTime($treads, $asked, talk: $talk);
    }

    /** @param list<float> $chances */
    private static function assertChances(array $chances, StepTime $time): void
    {
        self::assertEqualsWithDelta($chances, array_map(static fn (Tread $tread): float => $tread->chance, $time->treads), 0.006);
    }
}
