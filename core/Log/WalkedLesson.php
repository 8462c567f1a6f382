<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

/** A lesson with where the class got to on each of its steps: what its log tells, without the log. */
final readonly class WalkedLesson
{
    /**
     * @param string                       $day     Y-m-d
     * @param list<TaughtStep>             $steps   that were begun, or in which nothing is played
     * @param array<array-key, StepResult> $results by id of the step; none where nothing is played
     */
    private function __construct(public string $id, public string $day, public array $steps, public array $results)
    {
    }

    public static function of(TaughtLesson $lesson): self
    {
        $results = LessonRun::results($lesson->steps, $lesson->entries);
        $begun = array_values(
            array_filter($lesson->steps, static fn (TaughtStep $step): bool => $results[$step->id]->begun ?? true),
        );

        return new self($lesson->id, $lesson->day, $begun, $results);
    }
}
