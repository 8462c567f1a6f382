<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

/** A lesson in four numbers: coins, misses, steps that were begun, and the seconds from its first entry to its last. */
final readonly class LessonSums
{
    private function __construct(public int $coins, public int $misses, public int $steps, public float $seconds)
    {
    }

    public static function of(TaughtLesson $lesson): self
    {
        $begun = array_filter(LessonRun::results($lesson->steps, $lesson->entries), static fn (StepResult $result): bool => $result->begun);

        return new self(
            array_sum(array_map(static fn (StepResult $result): int => $result->coins, $begun)),
            array_sum(array_map(static fn (StepResult $result): int => $result->misses, $begun)),
            \count($begun),
            self::seconds($lesson),
        );
    }

    /** What was corrected when the lesson was over says nothing of its time. */
    private static function seconds(TaughtLesson $lesson): float
    {
        $times = [];
        foreach ($lesson->entries as $entry) {
            if (!$entry->afterwards) {
                $times[] = $entry->at;
            }
        }

        return [] === $times ? 0.0 : (max($times) - min($times)) / 1000;
    }
}
