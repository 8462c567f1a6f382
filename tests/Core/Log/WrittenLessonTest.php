<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Log;

use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\LogSummary;
use CoinStair\Core\Log\WrittenLesson;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Tests\Skill\Lessons;
use PHPUnit\Framework\TestCase;

/** What a teacher remembers of a lesson becomes the log that says just that (handbook 11). */
final class WrittenLessonTest extends TestCase
{
    public function testTheLogSaysWhatWasRememberedUnderEachRule(): void
    {
        $treads = [52, 60, 66, 72, 84];
        foreach (GoingOn::cases() as $goingOn) {
            foreach ([1, 3, 5] as $coins) {
                foreach ([0, 1, 3] as $missesDown) {
                    $rule = CoinRule::of($goingOn, $coins, $missesDown);
                    foreach (array_keys($treads) as $tread) {
                        $said = "{$goingOn->value}, $coins coins, $missesDown misses, up to {$treads[$tread]}";
                        $step = new TaughtStep('a', new Step(StepPurpose::Learn, Stair::ofTreads($treads), $rule), 1);
                        $entries = WrittenLesson::entries([$step], ['a' => $tread], 1_000, 60);
                        $result = LogSummary::of([$step], $entries)->results['a'];
                        self::assertSame($treads[$tread], $result->reached, $said);
                        self::assertSame($treads[$tread] === max($treads), $result->done, $said);
                        self::assertSame(min($tread + 1, 4), $result->tread, $said);
                        self::assertSame(0, $result->misses);
                        self::assertCount($tread + 1, $result->coinsAt, $said);
                    }
                }
            }
        }
    }

    public function testWhatWasNotPlayedIsNotSaid(): void
    {
        $steps = [
            new TaughtStep('hold', new Step(StepPurpose::HoldCheck, null, CoinRule::standard())),
            Lessons::step('first', 1),
            new TaughtStep('break', new Step(StepPurpose::Break, null, CoinRule::standard())),
            Lessons::step('left-out', 2),
            Lessons::step('opened', 3),
            new TaughtStep('words', new Step(StepPurpose::Free, null, CoinRule::standard())),
        ];
        $entries = WrittenLesson::entries($steps, ['first' => 1, 'opened' => null], 10_000, 1_500);
        $told = array_map(static fn (LogEntry $entry): array => [$entry->step, $entry->kind->value], $entries);
        self::assertSame(
            [
                ['hold', EntryKind::Begin->value],
                ['first', EntryKind::Begin->value],
                ...array_fill(0, 2, ['first', EntryKind::Coin->value]),
                ['break', EntryKind::Begin->value],
                ['opened', EntryKind::Begin->value],
            ],
            $told,
        );
        $log = LogSummary::of($steps, $entries);
        self::assertSame(1_500.0, $log->seconds, 'it takes as long as was said');
        self::assertSame(1_500.0, $log->paused, 'five minutes from line to line would be pauses, if a screen had logged them');
        $written = new LogEntry('written', '', EntryKind::Written, 0, 99_000_000, 9, afterwards: true);
        $told = LogSummary::of($steps, [...$entries, $written]);
        self::assertSame([1_500.0, 0.0], [$told->seconds, $told->paused]);
        self::assertSame(10_000, $entries[0]->at);
        self::assertFalse($log->results['left-out']->begun);
        self::assertTrue($log->results['opened']->begun);
        self::assertSame(0, $log->results['opened']->coins);
        self::assertSame([], WrittenLesson::entries($steps, [], 0, 60), 'nothing was played');
    }
}
