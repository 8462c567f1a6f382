<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Stair;

use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Score\TempoMarks;
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
        yield 'the example of the handbook' => [40, 72, 'ratio', [40, 46, 54, 63, 72]];
        yield '60 to 84' => [60, 84, 'ratio', [60, 72, 84]];
        yield 'ratio with more treads' => [60, 84, 'ratio:7', [60, 63, 66, 72, 76, 80, 84]];
        yield 'fixed' => [60, 84, 'fixed:8', [60, 69, 76, 84]];
        yield 'fixed that overshoots ends at the goal' => [60, 70, 'fixed:8', [60, 69, 70]];
        yield 'percent of the goal' => [50, 100, 'percent:60,80,90,100', [50, 60, 80, 88, 100]];
        yield 'percents below the start are left out' => [70, 100, 'percent:60,80', [70, 80, 100]];
        yield 'an odd goal is kept exactly' => [60, 77, 'ratio', [60, 69, 77]];
        yield 'one tread' => [84, 84, 'ratio', [84]];
        yield 'neighbours' => [80, 84, 'ratio', [80, 84]];
        yield 'on every tempo' => [60, 84, 'ratio~1', [60, 71, 84]];
        yield 'as likely, where nobody says how likely' => [60, 84, 'likely', [60, 84]];
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

    public function testAGrowthIsKeptAsItWasTyped(): void
    {
        foreach (['likely', 'likely~1', 'ratio', 'ratio:7', 'fixed:4', 'percent:60,80,100', 'fixed:4~1'] as $text) {
            self::assertSame($text, Growth::parse($text)->text());
        }
        self::assertSame([72, 76, 80, 83], \array_slice(Growth::likely()->marks(83), -4));
        self::assertSame([80, 81, 82, 83], \array_slice(Growth::parse('likely~1')->marks(83), -4));
        self::assertSame([76, 79], [Growth::likely()->floor(79.9), Growth::parse('likely~1')->floor(79.9)]);
    }

    public function testCoinsOfARule(): void
    {
        $counts = static fn (CoinRule $rule): array => array_map(static fn (int $tread): int => $rule->countOn($tread, 4), range(0, 3));
        self::assertSame([1, 1, 1, 3], $counts(CoinRule::standard()));
        self::assertSame([1, 1, 1, 2], $counts(CoinRule::standard()->ofJoin()));
        self::assertSame([2, 2, 2, 2], $counts(CoinRule::standard()->ofRung()));
        self::assertSame([1, 1, 1, 1], $counts(CoinRule::of(GoingOn::InARow, 3, below: 2)->asking(1)));
        self::assertSame([4, 4, 4, 4], $counts(CoinRule::goes(4)));
    }

    #[DataProvider('rules')]
    public function testMeanTries(CoinRule $rule, float $chance, float $mean): void
    {
        self::assertEqualsWithDelta($mean, Tries::of($rule->goingOn, $rule->top, $chance)->mean, 1e-9);
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
        $tries = Tries::of(GoingOn::InARow, 3, 0.75);
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
        self::assertEqualsWithDelta($counts[400], $tries->low(), 1);
        self::assertEqualsWithDelta($counts[3600], $tries->high(), 1);
    }

    /** The range of a sum is narrower than the sum of the ranges: bad luck on one tread is made up on another. */
    public function testTheRangeOfASumIsThatOfTheSum(): void
    {
        $chances = [0.74, 0.68, 0.66, 0.65];
        $counts = [1, 1, 1, 3];
        $tries = array_map(static fn (int $count, float $chance): Tries => Tries::of(GoingOn::InARow, $count, $chance), $counts, $chances);
        $sum = Tries::sum($tries);
        mt_srand(12);
        $runs = [];
        for ($run = 0; $run < 4000; ++$run) {
            $total = 0;
            foreach ($chances as $tread => $chance) {
                for ($row = 0; $row < $counts[$tread]; ++$total) {
                    $row = mt_rand() / mt_getrandmax() < $chance ? $row + 1 : 0;
                }
            }
            $runs[] = $total;
        }
        sort($runs);
        self::assertEqualsWithDelta(array_sum($runs) / 4000, $sum->mean, 0.3);
        self::assertEqualsWithDelta($runs[400], $sum->low(), 1);
        self::assertEqualsWithDelta($runs[3600], $sum->high(), 1);
        self::assertLessThan(array_sum(array_map(static fn (Tries $one): int => $one->high(), $tries)), $sum->high());
        self::assertSame([4, 4], [Tries::sum([Tries::of(GoingOn::Goes, 3, 0.2), Tries::of(GoingOn::InARow, 1, 1.0)])->low(), 4]);
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
        yield 'one coin below the top' => [CoinRule::standard(), 3, 'c', '1:0'];
        yield 'and three in a row on it' => [CoinRule::standard(), 3, 'cccmccc', 'done'];
        yield 'which are not two' => [CoinRule::standard(), 3, 'cccc', '2:2'];
        yield 'two misses on the top send down' => [CoinRule::standard(), 3, 'ccmm', '1:0'];
        $row = CoinRule::of(GoingOn::InARow, below: 3);
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
        yield 'in all keeps coins over a miss' => [CoinRule::of(GoingOn::InAll, below: 3), 3, 'ccmc', '1:0'];
        yield 'in all goes down too' => [CoinRule::of(GoingOn::InAll, below: 3), 3, 'cccmm', '0:0'];
        yield 'goes count misses' => [CoinRule::of(GoingOn::Goes, 2, below: 2), 3, 'cmm', '1:1'];
        yield 'the teacher decides' => [CoinRule::of(GoingOn::Teacher), 3, 'cccccc', '0:6'];
        yield 'the teacher says up' => [CoinRule::of(GoingOn::Teacher), 3, 'ccccu', '1:0'];
        yield 'never down' => [CoinRule::of(GoingOn::InARow, 3, 0, below: 3), 3, 'cccmmmm', '1:0'];
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
}
