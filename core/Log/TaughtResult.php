<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Lesson\TaughtStep;

/** A step of a lesson with what its log says of it. */
final readonly class TaughtResult
{
    /**
     * @param StepResult|null $result    none where nothing is played
     * @param int             $stoppedAt beats a minute of the tread on which the class stopped; 0 where nothing is played
     * @param int             $nextStart beats a minute at which next time starts; 0 where nothing is played
     * @param bool            $done      in this lesson or before
     */
    public function __construct(
        public TaughtStep $step,
        public int $number,
        public ?StepResult $result,
        public int $stoppedAt,
        public int $nextStart,
        public bool $done,
        public bool $opened,
    ) {
    }

    /** Its goal was met by coins in this lesson: a stair that ends below it, or the teacher's word alone, is not the goal. */
    public function isAtGoal(): bool
    {
        return null !== $this->result && $this->result->reached > 0 && $this->result->reached >= $this->step->goal();
    }

    /** Beats a minute of the top of its stair; 0 where nothing is played. */
    public function top(): int
    {
        return $this->step->step->stair?->top() ?? 0;
    }
}
