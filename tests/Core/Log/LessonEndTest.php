<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Log;

use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LessonEnd;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use PHPUnit\Framework\TestCase;

/** What next time starts with, and what goes home. */
final class LessonEndTest extends TestCase
{
    private const KINDS = ['b' => EntryKind::Begin, 'c' => EntryKind::Coin, 'm' => EntryKind::Miss, 'n' => EntryKind::Note];

    public function testTheStepFurthestFromItsTopGoesHome(): void
    {
        $end = $this->end(['b', 'bccc', 'bcccccc']);
        self::assertSame(['2', '2', 2], [$end->next?->step->id, $end->home?->step->id, $end->next?->number]);
        self::assertSame([66, 60, 72], [$end->home?->stoppedAt, $end->home?->nextStart, $end->home?->top()]);
    }

    public function testWhatWasNotOpenedIsNextButStaysInSchool(): void
    {
        $end = $this->end(['b', '', 'bccc']);
        self::assertSame(['2', '3'], [$end->next?->step->id, $end->home?->step->id]);
        self::assertCount(2, $end->opened);
    }

    public function testWhenAllIsDoneNothingIsLeft(): void
    {
        $end = $this->end(['b', 'bccccccccc', 'bccccccccc']);
        self::assertNull($end->next);
        self::assertNull($end->home);
        self::assertSame([18, 0], [$end->coins, $end->misses]);
        self::assertTrue($end->opened[0]->done, 'the hold check was opened');
    }

    public function testNotesAndTimeComeFromTheLog(): void
    {
        $end = $this->end(['b', 'bcn', '']);
        self::assertSame(['word 3'], $end->notes);
        self::assertSame(3.0, $end->seconds);
    }

    public function testCorrectionsMoveTheResultsAndNotTheClock(): void
    {
        $corrections = [
            new LogEntry('late', '2', EntryKind::NotDone, 0, 90_000_000, afterwards: true),
            new LogEntry('hold', '1', EntryKind::NotDone, 0, 90_000_000, afterwards: true),
            new LogEntry('day', '', EntryKind::Day, 0, 90_000_001, 0, '2026-03-02', afterwards: true),
        ];
        $end = $this->end(['b', 'bccccccccc', ''], $corrections);
        self::assertSame([false, false], [$end->opened[0]->done, $end->opened[1]->done]);
        self::assertSame('2', $end->home?->step->id);
        self::assertLessThan(60.0, $end->seconds, 'what was corrected on another day did not lengthen the lesson');
        self::assertCount(2, $end->opened);
    }

    /**
     * @param array{string, string, string} $walks       of a hold check and two steps
     * @param list<LogEntry>                $corrections
     */
    private function end(array $walks, array $corrections = []): LessonEnd
    {
        $learn = new Step(StepPurpose::Learn, Stair::ofTreads([60, 66, 72]), CoinRule::of(GoingOn::InARow, below: 3));
        $steps = [
            new TaughtStep('1', new Step(StepPurpose::HoldCheck, null, CoinRule::standard())),
            new TaughtStep('2', $learn, 7),
            new TaughtStep('3', $learn, 8),
        ];
        $entries = [];
        foreach ($walks as $index => $walk) {
            foreach ('' === $walk ? [] : str_split($walk) as $letter) {
                $at = \count($entries);
                $entries[] = new LogEntry(
                    "e$at",
                    $steps[$index]->id,
                    self::KINDS[$letter],
                    60,
                    1000 * $at,
                    $at,
                    'n' === $letter ? "word $at" : '',
                );
            }
        }

        return LessonEnd::of($steps, [...$entries, ...$corrections], 1);
    }
}
