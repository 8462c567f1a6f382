<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Log;

use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\LogSummary;
use CoinStair\Core\Log\PlayedStep;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What a log tells of its steps, without the log. */
final class LogSummaryTest extends TestCase
{
    /**
     * @param list<array{EntryKind, int, string}> $walk     kind, tempo and text of each entry
     * @param array{list<string>, int, int, bool} $expected modes, coins, misses, at the goal
     */
    #[DataProvider('walks')]
    public function testHowAStepWasPlayed(array $walk, ?array $expected): void
    {
        $play = LogSummary::of([self::step('a')], self::log('a', $walk))->plays['a'] ?? null;
        self::assertSame($expected, null === $play ? null : [
            array_map(static fn (Mode $mode): string => $mode->value, $play->modes),
            $play->coins,
            $play->misses,
            $play->atGoal,
        ]);
    }

    /** @return iterable<string, array{list<array{EntryKind, int, string}>, array{list<string>, int, int, bool}|null}> */
    public static function walks(): iterable
    {
        $coin = static fn (int $tempo): array => [EntryKind::Coin, $tempo, ''];
        $miss = [EntryKind::Miss, 60, ''];
        yield 'nothing was logged' => [[], null];
        yield 'it was only opened' => [[[EntryKind::Begin, 0, '']], null];
        yield 'a coin below the goal' => [[$coin(60)], [['bow'], 1, 0, false]];
        yield 'a coin at the goal' => [[$coin(72)], [['bow'], 1, 0, true]];
        yield 'a coin above the goal' => [[$coin(80)], [['bow'], 1, 0, true]];
        yield 'a miss at the goal is none' => [[[EntryKind::Miss, 72, '']], [['bow'], 0, 1, false]];
        yield 'done without a coin' => [[[EntryKind::Done, 0, '']], [['bow'], 0, 0, false]];
        yield 'coins and misses' => [[$coin(60), $miss, $coin(66), $miss, $miss], [['bow'], 2, 3, false]];
        yield 'a round before the stair alone' => [[[EntryKind::Round, 0, 'pluck']], [['pluck'], 0, 0, false]];
        yield 'a round, then the stair' => [[[EntryKind::Round, 0, 'pluck'], $coin(60)], [['pluck', 'bow'], 1, 0, false]];
        yield 'a round twice' => [
            [[EntryKind::Round, 0, 'pluck'], [EntryKind::Round, 0, 'pluck'], $coin(60)],
            [['pluck', 'bow'], 1, 0, false],
        ];
        yield 'a round of words' => [[[EntryKind::Round, 0, 'no such mode']], null];
        yield 'said not to have been done' => [[$coin(72), $miss, [EntryKind::NotDone, 0, '']], null];
        yield 'and then done all the same' => [
            [$coin(72), $miss, [EntryKind::NotDone, 0, ''], $coin(60)],
            [['bow'], 1, 0, false],
        ];
        yield 'said so of a round' => [[[EntryKind::Round, 0, 'pluck'], [EntryKind::NotDone, 0, '']], null];
    }

    public function testOfWhichStepsTheLogSaysAnything(): void
    {
        $summary = LogSummary::of(
            [self::step('a'), self::step('b'), self::words('pause'), self::step('c')],
            [...self::log('a', [[EntryKind::Coin, 60, '']]), ...self::log('pause', [[EntryKind::Begin, 0, '']])],
        );
        self::assertSame(['a', 'pause'], array_map(strval(...), array_keys($summary->named)));
        self::assertSame(['a', 'b', 'c'], array_map(strval(...), array_keys($summary->results)), 'all with a stair have a result');
        self::assertSame(['a'], array_map(strval(...), array_keys($summary->plays)));
    }

    public function testIdsOfStepsThatAreNumbersAreTheSameSteps(): void
    {
        $lesson = TaughtLesson::of('1', '2026-11-30', [self::step('17'), self::step('4')], self::log('4', [[EntryKind::Coin, 60, '']]));
        self::assertSame(['4'], array_map(static fn (PlayedStep $played): string => $played->step->id, $lesson->played()));
    }

    /**
     * @param list<LogEntry> $entries
     */
    #[DataProvider('times')]
    public function testHowLongItTook(array $entries, float $seconds): void
    {
        self::assertSame($seconds, LogSummary::of([self::step('a')], $entries)->seconds);
    }

    /** @return iterable<string, array{list<LogEntry>, float}> */
    public static function times(): iterable
    {
        $at = static fn (int $milliseconds, bool $afterwards = false): LogEntry => new LogEntry(
            (string) $milliseconds,
            'a',
            EntryKind::Coin,
            60,
            $milliseconds,
            afterwards: $afterwards,
        );
        yield 'nothing' => [[], 0.0];
        yield 'one entry' => [[$at(5000)], 0.0];
        yield 'two' => [[$at(5000), $at(65_500)], 60.5];
        yield 'in any order' => [[$at(65_500), $at(5000), $at(30_000)], 60.5];
        yield 'a correction on the next day' => [[$at(5000), $at(65_500), $at(90_000_000, true)], 60.5];
        yield 'corrections alone' => [[$at(90_000_000, true)], 0.0];
    }

    public function testTheOrderInWhichEntriesComeTellsNothing(): void
    {
        $steps = [self::step('a'), self::step('b')];
        $entries = [
            ...self::log('a', [[EntryKind::Coin, 60, ''], [EntryKind::Miss, 60, ''], [EntryKind::Coin, 60, '']]),
            ...self::log('b', [[EntryKind::Round, 0, 'pluck'], [EntryKind::Coin, 72, '']]),
        ];
        $expected = LogSummary::of($steps, $entries);
        self::assertEquals($expected, LogSummary::of($steps, array_reverse($entries)));
        self::assertEquals($expected, LogSummary::of($steps, new \ArrayIterator([...$entries, ...$entries])), 'nor how often one comes');
        self::assertEquals($expected, unserialize(serialize($expected)), 'it is kept as it is');
    }

    public function testLessonsStandByTheirDays(): void
    {
        $lesson = static fn (string $id, string $day): TaughtLesson => TaughtLesson::of($id, $day, [], []);
        $sorted = TaughtLesson::byDay([
            $lesson('000000003', '2026-11-20'),
            $lesson('000000001', '2026-11-30'),
            $lesson('000000002', '2026-11-20'),
        ]);
        self::assertSame(['000000002', '000000003', '000000001'], array_column($sorted, 'id'));
    }

    public function testWhatWasBegunAndWhatNeedsNoPlaying(): void
    {
        $lesson = TaughtLesson::of(
            '1',
            '2026-11-30',
            [self::step('a'), self::words('pause'), self::step('b')],
            self::log('b', [[EntryKind::Begin, 0, ''], [EntryKind::Coin, 60, '']]),
        );
        self::assertSame(['pause', 'b'], array_map(static fn (TaughtStep $step): string => $step->id, $lesson->begun()));
    }

    private static function step(string $id): TaughtStep
    {
        return new TaughtStep($id, new Step(StepPurpose::Learn, Stair::ofTreads([60, 66, 72]), CoinRule::of(GoingOn::InARow)), 7);
    }

    private static function words(string $id): TaughtStep
    {
        return new TaughtStep($id, new Step(StepPurpose::Break, null, CoinRule::of(GoingOn::InARow)));
    }

    /**
     * @param list<array{EntryKind, int, string}> $walk
     *
     * @return list<LogEntry>
     */
    private static function log(string $step, array $walk): array
    {
        return array_map(
            static fn (array $of, int $at): LogEntry => new LogEntry("$step-$at", $step, $of[0], $of[1], 1000 * $at, $at, $of[2]),
            $walk,
            array_keys($walk),
        );
    }
}
