<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

/** A lesson of a sequence as its page shows it: one that was taught, or one that is planned. */
final readonly class LessonRow
{
    /**
     * @param int                     $number  in the sequence, from 1
     * @param \DateTimeImmutable|null $day     on which it was, or the class meets next; none where nobody knows
     * @param int                     $lesson  id of the lesson that was taught; 0 where it is planned
     * @param float                   $seconds of what was taught by its log, of what is planned by the plan
     * @param float                   $paused  of a lesson that was taught, in which nothing was logged for long
     * @param int                     $reaches highest tempo at which something was or is learned
     * @param string                  $picture its stair as SVG
     * @param int                     $steps   how many it has
     * @param string                  $list    its steps as HTML, where they are shown
     * @param int                     $first   id of the first step of the order in it; 0 for none
     */
    public function __construct(
        public int $number,
        public ?\DateTimeImmutable $day,
        public string $at,
        public int $lesson,
        public float $seconds,
        public float $available,
        public int $reaches,
        public string $picture,
        public int $steps,
        public string $list = '',
        public int $first = 0,
        public float $paused = 0.0,
    ) {
    }

    /** Its steps are shown. */
    public function isShown(): bool
    {
        return '' !== $this->list;
    }

    public function isTaught(): bool
    {
        return $this->lesson > 0;
    }
}
