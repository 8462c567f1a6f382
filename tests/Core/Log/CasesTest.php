<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Log;

use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\LogSummary;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Stair\StairMachine;
use CoinStair\Core\Stair\StairState;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * The order of entries, what was taken back, and what comes of it on a stair: by one table of cases, tests/cases/log.json, that the screen
 * of the lesson is held against as well (tests/Script/cases.test.mjs).
 *
 * @phpstan-type StepCase array{
 *     treads: non-empty-list<int>,
 *     rule: array{goingOn: string, coins: int, missesDown: int, treadsBack: int, coinsBelow: int},
 *     startTread: int, start: int, states: list<list<int>>,
 * }
 * @phpstan-type LogCase array{
 *     name: string, step: string, entries: list<array{string, string, string, int, int, int, string, string}>,
 *     order: list<string>, tread: int, isDone: bool,
 * }
 */
final class CasesTest extends TestCase
{
    /** @param StepCase $step */
    #[DataProvider('steps')]
    public function testAStairIsCompiledToTheTableThatTheScreenWalks(array $step): void
    {
        $machine = StairMachine::of(\count($step['treads']), self::rule($step));
        $states = array_map(
            static fn (StairState $state): array => [
                $state->tread,
                $state->coins,
                $state->misses,
                (int) $state->done,
                $state->onCoin,
                $state->onMiss,
                $state->onUp,
                $state->onDown,
            ],
            $machine->states,
        );
        self::assertSame($step['states'], $states);
        self::assertSame($step['start'], $machine->firsts[$step['startTread']]);
    }

    /**
     * @param StepCase $step
     * @param LogCase  $case
     */
    #[DataProvider('cases')]
    public function testALogTellsTheSame(array $step, array $case): void
    {
        $entries = array_map(
            static fn (array $row): LogEntry => new LogEntry(
                $row[0],
                $row[1],
                EntryKind::from($row[2]),
                $row[3],
                $row[4],
                $row[5],
                $row[6],
                $row[7],
            ),
            $case['entries'],
        );
        $inOrder = array_filter(LogEntry::inOrder($entries), static fn (LogEntry $entry): bool => 's' === $entry->step);
        self::assertSame($case['order'], array_map(static fn (LogEntry $entry): string => $entry->id, array_values($inOrder)));
        $taught = new TaughtStep(
            's',
            new Step(StepPurpose::Learn, Stair::ofTreads($step['treads']), self::rule($step)),
            7,
            0,
            $step['startTread'],
        );
        $result = LogSummary::of([$taught], $entries)->results['s'];
        self::assertSame([$case['tread'], $case['isDone']], [$result->tread, $result->done]);
    }

    /** @return iterable<string, array{StepCase}> */
    public static function steps(): iterable
    {
        foreach (self::table()['steps'] as $name => $step) {
            yield $name => [$step];
        }
    }

    /** @return iterable<string, array{StepCase, LogCase}> */
    public static function cases(): iterable
    {
        ['steps' => $steps, 'cases' => $cases] = self::table();
        foreach ($cases as $case) {
            yield $case['name'] => [$steps[$case['step']], $case];
        }
    }

    /** @return array{steps: array<string, StepCase>, cases: list<LogCase>} */
    private static function table(): array
    {
        /** @var array{steps: array<string, StepCase>, cases: list<LogCase>} $table */
        $table = json_decode((string) file_get_contents(__DIR__.'/../../cases/log.json'), true, 16, \JSON_THROW_ON_ERROR);

        return $table;
    }

    /** @param StepCase $step */
    private static function rule(array $step): CoinRule
    {
        $rule = $step['rule'];

        return CoinRule::of(
            GoingOn::from($rule['goingOn']),
            $rule['coins'],
            $rule['missesDown'],
            $rule['treadsBack'],
            $rule['coinsBelow'],
        );
    }
}
