<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

/** One lesson of a sequence as it is planned. */
final readonly class PlannedLesson
{
    /**
     * @param int              $number    in the sequence, from 1
     * @param list<LessonStep> $steps
     * @param float            $available seconds in which something can be taught
     */
    public function __construct(public int $number, public array $steps, public float $available)
    {
    }

    public function seconds(): float
    {
        return array_sum(array_map(static fn (LessonStep $step): float => $step->time->seconds(), $this->steps));
    }

    /** Seconds of its longest step. */
    public function longest(): float
    {
        return max([0.0, ...array_map(static fn (LessonStep $step): float => $step->time->seconds(), $this->steps)]);
    }

    /** Steps in which something of the piece is played. */
    public function played(): int
    {
        return \count(array_filter($this->steps, static fn (LessonStep $step): bool => null !== $step->chunk));
    }

    /** Steps in which something is learned or joined. */
    public function learned(): int
    {
        return \count(array_filter($this->steps, static fn (LessonStep $step): bool => $step->step->purpose->isLearned()));
    }

    /** The highest tempo at which something is learned or joined in it; 0 for none. */
    public function reaches(): int
    {
        $learned = array_filter($this->steps, static fn (LessonStep $step): bool => $step->step->purpose->isLearned());

        return max([0, ...array_map(static fn (LessonStep $step): int => $step->top(), array_values($learned))]);
    }
}
