<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Stair;

use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Score\TempoMarks;
use CoinStair\Core\Sequence\Mode;
use CoinStair\Core\Sequence\Step;
use CoinStair\Core\Sequence\StepTime;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Growth;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Stair\StairMachine;
use CoinStair\Core\Stair\Tries;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 6. */
final class StairTest extends TestCase
{
    public function testTheUsualMarks(): void
    {
        $marks = array_values(array_filter(TempoMarks::all(), static fn (int $mark): bool => $mark >= 56));
        self::assertSame(
            [
                56,
                58,
                60,
                63,
                66,
                69,
                72,
                76,
                80,
                84,
                88,
                92,
                96,
                100,
                104,
                108,
                112,
                116,
                120,
                126,
                132,
                138,
                144,
                152,
                160,
                168,
                176,
                184,
                192,
                200,
                208,
            ],
            $marks,
        );
        self::assertSame(52, TempoMarks::floor(53.55));
        self::assertSame(63, TempoMarks::nearest(64.4));
        self::assertSame(72, TempoMarks::nearest(74.0));
    }

    /** @param list<int> $treads */
    #[DataProvider('climbs')]
    public function testTreads(int $start, int $goal, string $growth, array $treads): void
    {
        self::assertSame($treads, Stair::climb($start, $goal, Growth::parse($growth))->treads);
    }

    /** @return iterable<string, array{int, int, string, list<int>}> */
    public static function climbs(): iterable
    {
        yield 'the example of the handbook' => [40, 72, 'ratio', [40, 44, 48, 54, 60, 66, 72]];
        yield '60 to 84' => [60, 84, 'ratio', [60, 66, 76, 84]];
        yield 'ratio with more treads' => [60, 84, 'ratio:7', [60, 63, 66, 72, 76, 80, 84]];
        yield 'fixed' => [60, 84, 'fixed:8', [60, 69, 76, 84]];
        yield 'fixed that overshoots ends at the goal' => [60, 70, 'fixed:8', [60, 69, 70]];
        yield 'percent of the goal' => [50, 100, 'percent:60,80,90,100', [50, 60, 80, 88, 100]];
        yield 'percents below the start are left out' => [70, 100, 'percent:60,80', [70, 80, 100]];
        yield 'an odd goal is kept exactly' => [60, 77, 'ratio', [60, 66, 72, 77]];
        yield 'one tread' => [84, 84, 'ratio', [84]];
        yield 'neighbours' => [80, 84, 'ratio', [80, 84]];
    }

    public function testNoStairClimbsDown(): void
    {
        $this->expectException(Refusal::class);
        Stair::climb(90, 84, Growth::equalRatio());
    }

    #[DataProvider('badGrowths')]
    public function testAGrowthThatIsNoneIsRefused(string $text): void
    {
        $this->expectException(Refusal::class);
        Growth::parse($text);
    }

    /** @return iterable<array{string}> */
    public static function badGrowths(): iterable
    {
        yield [''];
        yield ['fixed'];
        yield ['fixed:0'];
        yield ['percent:5,200'];
        yield ['ratio:1'];
        yield ['double:2'];
        yield ['fixed:x'];
    }

    #[DataProvider('starts')]
    public function testStartTempo(float $comfort, int $goal, int $start): void
    {
        self::assertSame($start, Stair::startTempo($comfort, $goal));
    }

    /** @return iterable<string, array{float, int, int}> */
    public static function starts(): iterable
    {
        yield 'a little under comfort' => [63, 84, 52];
        yield 'never under 40 % of the goal' => [30, 100, 40];
        yield 'never over the goal' => [140, 84, 84];
        yield 'the spot of the week' => [47, 72, 38];
    }

    #[DataProvider('chances')]
    public function testChanceOfACleanOne(float $ratio, float $chance): void
    {
        self::assertEqualsWithDelta($chance, Comfort::of(100, 200)->chance((int) round(100 * $ratio)), 0.005);
    }

    /** @return iterable<array{float, float}> */
    public static function chances(): iterable
    {
        yield [0.75, 0.92];
        yield [1.0, 0.75];
        yield [1.3, 0.37];
    }

    public function testExpectedTriesOfTheExample(): void
    {
        $stair = Stair::ofTreads([40, 44, 48, 54, 60, 66, 72]);
        $time = StepTime::estimate(self::step($stair, CoinRule::standard()), Comfort::of(47, 72), 8, 4);
        self::assertSame([4, 4, 4, 5, 6, 6, 7], array_map(static fn (Tries $tries): int => (int) round($tries->mean), $time->tries));
        self::assertSame(36, (int) round($time->totalTries()));
    }

    #[DataProvider('rules')]
    public function testMeanTries(CoinRule $rule, float $chance, float $mean): void
    {
        self::assertEqualsWithDelta($mean, Tries::of($rule, $chance)->mean, 1e-9);
    }

    /** @return iterable<string, array{CoinRule, float, float}> */
    public static function rules(): iterable
    {
        yield 'always clean' => [CoinRule::standard(), 1.0, 3];
        yield 'three in a row at one half' => [CoinRule::standard(), 0.5, 14];
        yield 'three in all at one half' => [CoinRule::of(GoingOn::InAll), 0.5, 6];
        yield 'fixed goes' => [CoinRule::of(GoingOn::Goes, 4), 0.2, 4];
        yield 'one in a row' => [CoinRule::of(GoingOn::InARow, 1), 0.25, 4];
    }

    public function testTheRangeHoldsTenToNinetyPercentOfPlayedClasses(): void
    {
        $rule = CoinRule::standard();
        $tries = Tries::of($rule, 0.75);
        mt_srand(11);
        $counts = [];
        for ($run = 0; $run < 4000; ++$run) {
            for ($inARow = 0, $count = 0; $inARow < 3; ++$count) {
                $inARow = mt_rand() / mt_getrandmax() < 0.75 ? $inARow + 1 : 0;
            }
            $counts[] = $count;
        }
        sort($counts);
        self::assertEqualsWithDelta(array_sum($counts) / 4000, $tries->mean, 0.2);
        self::assertEqualsWithDelta($counts[400], $tries->low, 1);
        self::assertEqualsWithDelta($counts[3600], $tries->high, 1);
    }

    public function testPracticeRaisesComfortUpToItsCapAndHalfIsForgotten(): void
    {
        $before = Comfort::of(50, 80);
        self::assertEqualsWithDelta(50 * 1.02 ** 6, $before->afterCoins(6)->tempo, 1e-9);
        self::assertEqualsWithDelta(100.0, $before->afterCoins(200)->tempo, 1e-9);
        self::assertEqualsWithDelta(50 * 1.02 ** 3, $before->afterCoins(6)->byNextMeeting($before)->tempo, 1e-9);
        self::assertEqualsWithDelta(120.0, Comfort::of(120, 80)->afterCoins(3)->tempo, 1e-9);
        self::assertEqualsWithDelta(63.0, Comfort::untilKnown(84)->tempo, 1e-9);
    }

    public function testTimeOfAStep(): void
    {
        $rule = CoinRule::of(GoingOn::Goes, 2, 0);
        $stair = Stair::ofTreads([60, 120]);
        $comfort = Comfort::of(60, 120);
        // 2 goes of 12 beats at 60 and 2 at 120, 8 s between, 30 s of talk
        self::assertEqualsWithDelta(
            2 * (12 + 8) + 2 * (6 + 8) + 30,
            StepTime::estimate(self::step($stair, $rule), $comfort, 8, 4)->seconds,
            1e-9,
        );
        self::assertEqualsWithDelta(
            2 * (24 + 8) + 2 * (12 + 8) + 30,
            StepTime::estimate(self::step($stair, $rule, Mode::Echo), $comfort, 8, 4)->seconds,
            1e-9,
        );
        self::assertEqualsWithDelta(
            3 * (2 * (12 + 8) + 2 * (6 + 8)) + 30,
            StepTime::estimate(self::step($stair, $rule, Mode::Bow, 3), $comfort, 8, 4)->seconds,
            1e-9,
        );
        self::assertEqualsWithDelta(2 * (6 + 8) + 30, StepTime::estimate(self::step($stair, $rule), $comfort, 8, 4, 1)->seconds, 1e-9);
    }

    #[DataProvider('walks')]
    public function testTheMachineWalksTheRule(CoinRule $rule, int $treads, string $walk, string $expected): void
    {
        $machine = StairMachine::of($treads, $rule);
        $state = 0;
        foreach (str_split($walk) as $letter) {
            $state = ['c' => EntryKind::Coin, 'm' => EntryKind::Miss, 'u' => EntryKind::Up, 'd' => EntryKind::Down][$letter]->next(
                $machine,
                $state,
            );
        }
        $at = $machine->states[$state];
        self::assertSame($expected, $at->done ? 'done' : \sprintf('%d:%d', $at->tread, $at->coins));
    }

    /** @return iterable<string, array{CoinRule, int, string, string}> */
    public static function walks(): iterable
    {
        $row = CoinRule::standard();
        yield 'two coins' => [$row, 3, 'cc', '0:2'];
        yield 'three in a row climb' => [$row, 3, 'ccc', '1:0'];
        yield 'a miss breaks the row' => [$row, 3, 'ccm', '0:0'];
        yield 'a miss and three' => [$row, 3, 'ccmccc', '1:0'];
        yield 'two misses running send down' => [$row, 3, 'cccmm', '0:0'];
        yield 'misses with a coin between do not' => [$row, 3, 'cccmcm', '1:0'];
        yield 'not below the first tread' => [$row, 3, 'mmmm', '0:0'];
        yield 'to the end' => [$row, 2, 'cccccc', 'done'];
        yield 'done stays done' => [$row, 1, 'cccmc', 'done'];
        yield 'back from done' => [$row, 2, 'ccccccd', '1:0'];
        yield 'the teacher goes up and down' => [$row, 3, 'uud', '1:0'];
        yield 'in all keeps coins over a miss' => [CoinRule::of(GoingOn::InAll), 3, 'ccmc', '1:0'];
        yield 'in all goes down too' => [CoinRule::of(GoingOn::InAll), 3, 'cccmm', '0:0'];
        yield 'goes count misses' => [CoinRule::of(GoingOn::Goes, 2), 3, 'cmm', '1:1'];
        yield 'the teacher decides' => [CoinRule::of(GoingOn::Teacher), 3, 'cccccc', '0:6'];
        yield 'the teacher says up' => [CoinRule::of(GoingOn::Teacher), 3, 'ccccu', '1:0'];
        yield 'never down' => [CoinRule::of(GoingOn::InARow, 3, 0), 3, 'cccmmmm', '1:0'];
    }

    public function testEveryStateLeadsToStatesThatExist(): void
    {
        foreach (GoingOn::cases() as $goingOn) {
            for ($count = 1; $count <= 5; ++$count) {
                for ($misses = 0; $misses <= 4; ++$misses) {
                    $machine = StairMachine::of(4, CoinRule::of($goingOn, $count, $misses));
                    foreach ($machine->states as $state) {
                        foreach ([$state->onCoin, $state->onMiss, $state->onUp, $state->onDown] as $next) {
                            self::assertArrayHasKey($next, $machine->states);
                            self::assertLessThanOrEqual(1, abs($machine->states[$next]->tread - $state->tread));
                        }
                    }
                    foreach ($machine->firsts as $tread => $first) {
                        self::assertSame(
                            [$tread, 0, 0],
                            [$machine->states[$first]->tread, $machine->states[$first]->coins, $machine->states[$first]->misses],
                        );
                    }
                }
            }
        }
    }

    private static function step(Stair $stair, CoinRule $rule, Mode $mode = Mode::Bow, int $turns = 1): Step
    {
        return new Step(StepPurpose::Learn, $stair, $rule, mode: $mode, turns: $turns);
    }
}
