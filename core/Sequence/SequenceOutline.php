<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Lesson\LessonOutline;
use CoinStair\Core\Practice\Groups;

/** What a sequence comes to, without the steps of its lessons: small enough to be read for each page. */
final readonly class SequenceOutline
{
    /**
     * @param list<LessonOutline> $lessons that are to come
     * @param int                 $goal    beats a minute
     * @param int                 $reaches as of the sequence
     * @param Hardest|null        $holds   the move that holds the whole back where the goal stays out of reach
     * @param int                 $taught  lessons that were taught before
     * @param array<string, int>  $written as of the sequence
     */
    private function __construct(
        public array $lessons,
        public int $goal,
        public int $reaches,
        public Groups $groups,
        public ?Hardest $holds,
        public int $taught,
        public bool $isAtGoal,
        public array $written,
    ) {
    }

    public static function of(LessonSequence $sequence): self
    {
        return new self(
            array_map(LessonOutline::of(...), $sequence->lessons),
            $sequence->goal,
            $sequence->reaches,
            $sequence->groups,
            $sequence->holds,
            $sequence->taught,
            $sequence->isAtGoal(),
            $sequence->written,
        );
    }
}
