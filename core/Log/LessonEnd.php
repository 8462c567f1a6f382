<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\PlaceNames;
use CoinStair\Core\Lesson\SumUp;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Notice;

/**
 * What was done in a lesson, what next time starts with, and what is homework (handbook 6): of the steps that were begun and not done,
 * the one that is furthest from its top.
 */
final readonly class LessonEnd
{
    /**
     * @param list<TaughtResult> $opened  steps that were opened or played
     * @param list<string>       $notes   of the teacher, as they were written
     * @param TaughtResult|null  $next    where next time starts
     * @param TaughtResult|null  $home    what is worth practising at home
     * @param float              $seconds between the first entry and the last
     * @param float              $paused  of them, in which nothing was logged for long
     */
    private function __construct(
        public array $opened,
        public array $notes,
        public ?TaughtResult $next,
        public ?TaughtResult $home,
        public int $coins,
        public int $misses,
        public float $seconds,
        public float $paused,
    ) {
    }

    /**
     * @param list<TaughtStep>                 $steps
     * @param list<LogEntry>                   $entries
     * @param int                              $treadsBack treads under the last one on which the class starts next time
     * @param (\Closure(TaughtStep): int)|null $likely     tempo at which a go of it is likely to be clean next time, in beats a minute: it
     *                                                     starts no higher; not known if it is not told
     */
    public static function of(array $steps, array $entries, int $treadsBack, ?\Closure $likely = null): self
    {
        $summary = LogSummary::of($steps, $entries);
        $steps = $summary->played($steps);
        $results = $summary->results;
        $opened = $notDone = $notes = [];
        foreach (LogEntry::inOrder($entries) as $entry) {
            if (EntryKind::Group === $entry->kind) {
                continue;
            }
            $opened[$entry->step] = true;
            $notDone[$entry->step] = EntryKind::NotDone === $entry->kind;
            if (EntryKind::Note === $entry->kind) {
                $notes[] = $entry->text;
            }
        }
        $rows = [];
        $next = $home = null;
        foreach ($steps as $index => $step) {
            $saidNot = $notDone[$step->id] ?? false;
            $row = self::row($step, $index + 1, $results[$step->id] ?? null, isset($opened[$step->id]), $saidNot, $treadsBack, $likely);
            if ($row->opened) {
                $rows[] = $row;
            }
            if (null !== $row->result && !$row->done && $step->step->purpose->isLearned()) {
                $next ??= $row;
                $home = $row->result->begun && (null === $home || self::isFurther($row, $home)) ? $row : $home;
            }
        }

        return new self(
            $rows,
            $notes,
            $next,
            $home,
            array_sum(array_map(static fn (StepResult $result): int => $result->coins, $results)),
            array_sum(array_map(static fn (StepResult $result): int => $result->misses, $results)),
            $summary->seconds,
            $summary->paused,
        );
    }

    /**
     * What was done and what is for home, in one sentence: how far each chunk was clean, by its coins.
     *
     * @param \Closure(TaughtStep): ?Chunk $chunk of a step
     *
     * @return Notice|null none where no coin was earned on anything that is learned
     */
    public function sumUp(PlaceNames $names, \Closure $chunk): ?Notice
    {
        $today = [];
        $last = null;
        foreach ($this->opened as $row) {
            $of = $chunk($row->step);
            $step = $row->step->step;
            $isTold = $step->purpose->isLearned() || StepPurpose::Run === $step->purpose;
            $reached = $row->result->reached ?? 0;
            if (null === $of || !$isTold || !$step->practises() || [] !== $step->who()->instruments || 0 === $reached) {
                continue;
            }
            $today[] = [$of, $reached];
            $last = $step->purpose->isLearned() ? $of : $last;
        }

        $home = null === $this->home ? null : $chunk($this->home->step);

        return SumUp::of($names, $today, $home ?? $last ?? $today[\count($today) - 1][0] ?? null);
    }

    /**
     * @param bool                             $saidNot that it was done, by a correction: then it was not, whatever else is told
     * @param (\Closure(TaughtStep): int)|null $likely
     */
    private static function row(
        TaughtStep $step,
        int $number,
        ?StepResult $result,
        bool $opened,
        bool $saidNot,
        int $treadsBack,
        ?\Closure $likely,
    ): TaughtResult {
        $treads = $step->step->stair->treads ?? [];
        $stoppedAt = null === $result ? 0 : $treads[$result->tread];
        $done = !$saidNot && ($step->doneBefore || (null === $result ? $opened : $result->done));

        return new TaughtResult(
            $step,
            $number,
            $result,
            $stoppedAt,
            null === $result ? 0 : min(
                $treads[$step->step->startTread($stoppedAt, $treadsBack)] ?? 0,
                null !== $likely && $result->begun ? $likely($step) : \PHP_INT_MAX,
            ),
            $done,
            $opened,
        );
    }

    /** Further from its top, in the ratio of tempos. */
    private static function isFurther(TaughtResult $one, TaughtResult $other): bool
    {
        return $one->stoppedAt * $other->top() < $other->stoppedAt * $one->top();
    }
}
