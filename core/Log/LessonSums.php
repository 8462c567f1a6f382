<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

/** A lesson in three numbers: coins, misses, and steps that were begun. */
final readonly class LessonSums
{
    private function __construct(public int $coins, public int $misses, public int $steps)
    {
    }

    public static function of(TaughtLesson $lesson): self
    {
        $begun = array_filter(LessonRun::results($lesson->steps, $lesson->entries), static fn (StepResult $result): bool => $result->begun);

        return new self(
            array_sum(array_map(static fn (StepResult $result): int => $result->coins, $begun)),
            array_sum(array_map(static fn (StepResult $result): int => $result->misses, $begun)),
            \count($begun),
        );
    }
}
