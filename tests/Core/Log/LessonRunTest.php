<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Log;

use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\Coverage;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\LogSummary;
use CoinStair\Core\Log\StepResult;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Standing\ChunkCoverage;
use CoinStair\Core\Standing\CoverageState;
use CoinStair\Core\Standing\Matter;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The log is the truth; everything else is computed from it (handbook 6 and 7). */
final class LessonRunTest extends TestCase
{
    private static function step(?CoinRule $rule = null, int $start = 0, int $chunk = 7, ?Rung $rung = null): TaughtStep
    {
        $step = new Step(StepPurpose::Learn, Stair::ofTreads([60, 66, 72]), $rule ?? CoinRule::of(GoingOn::InARow, below: 3), $rung);

        return new TaughtStep('step', $step, $chunk, 0, $start);
    }

    /** @return list<LogEntry> */
    private static function log(string $walk, string $step = 'step'): array
    {
        $kinds = [
            'b' => EntryKind::Begin,
            'c' => EntryKind::Coin,
            'm' => EntryKind::Miss,
            'u' => EntryKind::Up,
            'd' => EntryKind::Down,
            'x' => EntryKind::Done,
            'n' => EntryKind::NotDone,
        ];
        $entries = [];
        foreach (str_split($walk) as $index => $letter) {
            $entries[] = new LogEntry("$step-$index", $step, $kinds[$letter], 60, 1000 + $index);
        }

        return $entries;
    }

    /**
     * @param list<TaughtStep> $steps
     * @param list<LogEntry>   $entries
     *
     * @return array<array-key, StepResult>
     */
    private static function results(array $steps, array $entries): array
    {
        return LogSummary::of($steps, $entries)->results;
    }

    #[DataProvider('lessons')]
    public function testResults(?CoinRule $rule, int $start, string $walk, int $tread, int $reached, bool $done): void
    {
        $result = self::results([self::step($rule, $start)], self::log($walk))['step'];
        self::assertSame([$tread, $reached, $done], [$result->tread, $result->reached, $result->done]);
        self::assertSame([substr_count($walk, 'c'), substr_count($walk, 'm')], [$result->coins, $result->misses]);
    }

    /** @return iterable<string, array{CoinRule|null, int, string, int, int, bool}> */
    public static function lessons(): iterable
    {
        yield 'begun only' => [null, 0, 'b', 0, 0, false];
        yield 'one tread' => [null, 0, 'bccc', 1, 60, false];
        yield 'reached stays when sent down' => [null, 0, 'bcccmm', 0, 60, false];
        yield 'all' => [null, 0, 'bccccccccc', 2, 72, true];
        yield 'from a higher tread' => [null, 1, 'bccc', 2, 66, false];
        yield 'skipped upward reaches nothing' => [null, 0, 'bcu', 1, 0, false];
        yield 'the teacher decides' => [CoinRule::of(GoingOn::Teacher, below: 3), 0, 'bccu', 1, 60, false];
        yield 'said done' => [null, 0, 'bcx', 0, 0, true];
        yield 'said done, and afterwards not' => [null, 0, 'bcxn', 0, 0, false];
        yield 'climbed, and afterwards not done: the last tread is still to be earned' => [null, 0, 'bcccccccccn', 2, 66, false];
        yield 'not done, and then a coin for each that was missing' => [null, 0, 'bcccccccccnccc', 2, 72, true];
        yield 'not done is said of what was not' => [null, 0, 'bcccn', 1, 60, false];
    }

    public function testEntriesCountOnceInTheirOwnOrderAndCanBeTakenBack(): void
    {
        $entries = self::log('ccc');
        $twiceAndShuffled = [$entries[2], $entries[0], $entries[1], $entries[0]];
        self::assertSame(3, self::results([self::step()], $twiceAndShuffled)['step']->coins);
        $undo = new LogEntry('undo', 'step', EntryKind::Undo, 0, 2000, 0, 'step-2');
        $result = self::results([self::step()], [...$entries, $undo])['step'];
        self::assertSame([2, 0], [$result->coins, $result->reached]);
    }

    public function testEntriesOfOneMillisecondFollowTheirCount(): void
    {
        $log = [new LogEntry('b', 'step', EntryKind::Miss, 60, 5, 2), new LogEntry('a', 'step', EntryKind::Coin, 60, 5, 1)];
        self::assertSame(['a', 'b'], array_map(static fn (LogEntry $entry): string => $entry->id, LogEntry::inOrder($log)));
    }

    public function testCoverageIsAProjectionOfAllLessons(): void
    {
        $first = TaughtLesson::of('1', '2026-09-08', [self::step()], self::log('bccccm'));
        $second = TaughtLesson::of('2', '2026-09-11', [self::step()], self::log('bcccccc'));
        $untouched = TaughtLesson::of('3', '2026-09-15', [self::step()], []);
        $forward = Coverage::ofChunks([$first, $second, $untouched]);
        self::assertEquals($forward, Coverage::ofChunks([$second, $untouched], Coverage::ofChunks([$first])), 'on top of what was before');
        self::assertEquals(
            new ChunkCoverage(Matter::of('7'), CoverageState::InProgress, 2, 10, 1, 66, 72, 72, '2026-09-08', '2026-09-11'),
            $forward[0],
        );
    }

    public function testStatesOfAPiece(): void
    {
        $met = static fn (string $walk): array => Coverage::ofChunks([
            TaughtLesson::of('1', '2026-09-08', [self::step()], self::log($walk)),
        ]);
        self::assertSame(CoverageState::Planned, Coverage::ofPiece([], false));
        self::assertSame(CoverageState::Started, Coverage::ofPiece($met('bc'), false));
        self::assertSame(CoverageState::InProgress, Coverage::ofPiece($met('bccc'), false));
        self::assertSame(CoverageState::AtGoal, Coverage::ofPiece($met('bccccccccc'), true));
        self::assertSame(CoverageState::AtGoal, $met('bccccccccc')[0]->state);
    }
}
