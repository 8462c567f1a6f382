<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Report;

use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Report\PlanReport;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Tests\Sequence\Plans;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * What piece:plan tells.
 *
 * @phpstan-import-type StepRow from PlanReport
 */
final class PlanReportTest extends TestCase
{
    private const KEYS = [
        'what', 'chunk', 'measures', 'title', 'who', 'others', 'rounds', 'roundsOver', 'first', 'treads', 'coins', 'tries', 'seconds',
        'top', 'prompt', 'listen', 'fuller', 'turns', 'warmUp', 'comfort', 'chances', 'why',
    ];
    /** Of a formula: tempo, comfort, beats, new music, seams, chance, coins, how they are counted, tries, seconds of a try. */
    private const TREAD =
        '/^(\d+): \1 ÷ ([\d.]+), ([\d.]+) beats(?:, new music \+([\d.]+))?(?:, seams ×([\d.]+))?'.
        ': clean ([\d.]+); (\d+) ([a-z ]+): ([\d.]+) tries of ([\d.]+) s$/u';

    public function testTheKeysAreThoseOfTheDocument(): void
    {
        [$year, $goal, $minutes] = Plans::TUNES['08-kettle-on-the-hob.abc'];
        $piece = Plans::piece(Plans::tune('08-kettle-on-the-hob.abc'), $year, $goal, $minutes);
        $report = PlanReport::tell(Plans::of($piece, Method::LastFirst));
        $keys = ['method', 'level', 'goal', 'minutes', 'lessons', 'reaches', 'eased', 'short', 'seconds'];
        self::assertSame($keys, array_keys($report));
        self::assertSame(
            ['last-first', 2, 96, 27, 96],
            [$report['method'], $report['level'], $report['goal'], $report['minutes'], $report['reaches']],
        );
        $slow = Plans::piece(Plans::tune('05-tin-market.abc'), ...Plans::TUNES['05-tin-market.abc']);
        self::assertSame([['bass', 34]], array_map(
            static fn (array $short): array => [$short['instrument'], (int) (explode('Comfortable at ', $short['reason'])[1] ?? 0)],
            PlanReport::tell(Plans::of($slow, Method::LastFirst, SlowGroup::Wait))['short'],
        ), 'who holds the rest back is told with the tempo');
    }

    /** @param array{int, int, int} $class year, goal, minutes */
    #[DataProvider('tunes')]
    public function testEveryStepIsToldWhole(string $file, array $class): void
    {
        $report = PlanReport::tell(Plans::of(Plans::piece(Plans::tune($file), ...$class), Method::Forward));
        $known = array_column(Instrument::strings(), 'value');
        $sum = 0.0;
        foreach ($report['lessons'] as $lesson) {
            self::assertLessThanOrEqual(60 * $class[2], $lesson['seconds']);
            self::assertEqualsWithDelta(array_sum(array_column($lesson['steps'], 'seconds')), $lesson['seconds'], 1.0);
            $sum += $lesson['seconds'];
            foreach ($lesson['steps'] as $step) {
                self::assertSame(self::KEYS, array_keys($step));
                self::assertSame([], array_diff($step['who'], $known));
                self::assertNotSame([], $step['who']);
                self::assertCount(\count($step['treads']), $step['coins']);
                self::assertSame([] === $step['treads'] ? 0 : max($step['treads']), $step['top']);
                self::assertGreaterThanOrEqual(array_sum($step['coins']), $step['tries']['mean']);
                self::assertLessThanOrEqual($step['tries']['high'], $step['tries']['low']);
                self::assertSame(null !== $step['chunk'] && [] !== $step['treads'], [] !== $step['why']);
            }
        }
        self::assertEqualsWithDelta($sum, $report['seconds'], 1.0);
        self::assertJson(json_encode($report, \JSON_THROW_ON_ERROR));
    }

    /**
     * Each formula gives what it says, reckoned here from its own values.
     *
     * @param array{int, int, int} $class
     */
    #[DataProvider('tunes')]
    public function testEachNumberFollowsFromItsFormula(string $file, array $class): void
    {
        $report = PlanReport::tell(Plans::of(Plans::piece(Plans::tune($file), ...$class), Method::Forward));
        $told = 0;
        foreach (array_merge(...array_column($report['lessons'], 'steps')) as $step) {
            foreach (\array_slice($step['why'], 1, -1) as $index => $line) {
                self::assertSame(1, preg_match(self::TREAD, $line, $match), $line);
                [, $tempo, $comfort, $beats, $new, $seams, $chance, $coins, $rule, $tries] = $match;
                $length = max(0.7, min(2.5, sqrt((float) $beats / 8))) + (float) $new;
                $clean = (1 / (1 + exp(5.5 * ((int) $tempo / (float) $comfort - 1.2)))) ** $length * ('' === $seams ? 1.0 : (float) $seams);
                self::assertEqualsWithDelta($clean, (float) $chance, 0.01, $line);
                $mean = match ($rule) {
                    'in a row' => (1 - $clean ** (int) $coins) / ($clean ** (int) $coins * (1 - $clean)),
                    'in all' => (int) $coins / $clean,
                    default => (int) $coins,
                };
                self::assertEqualsWithDelta($mean, (float) $tries, 0.06 + 0.03 * $mean, $line);
                self::assertSame([(int) $tempo, (int) $coins], [$step['treads'][$index], $step['coins'][$index]]);
                ++$told;
            }
            if ([] !== $step['why']) {
                self::assertSame(1, preg_match('/ = (\d+) s$/', $step['why'][\count($step['why']) - 1], $match));
                self::assertEqualsWithDelta($step['seconds'], (float) $match[1], 0.6);
            }
        }
        self::assertGreaterThan(2, $told);
    }

    /** @return iterable<string, array{string, array{int, int, int}}> */
    public static function tunes(): iterable
    {
        foreach (Plans::TUNES as $file => $class) {
            yield $file => [$file, $class];
        }
    }
}
