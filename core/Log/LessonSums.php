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
        $begun = array_filter($lesson->log->results, static fn (StepResult $result): bool => $result->begun);

        return new self(
            array_sum(array_map(static fn (StepResult $result): int => $result->coins, $begun)),
            array_sum(array_map(static fn (StepResult $result): int => $result->misses, $begun)),
            \count($begun),
            $lesson->log->seconds,
        );
    }
}
