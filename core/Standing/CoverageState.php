<?php

declare(strict_types=1);

namespace CoinStair\Core\Standing;

/** State of a chunk or piece for a class (handbook 7). */
enum CoverageState: string
{
    case Planned = 'planned';
    case Started = 'started';
    case InProgress = 'in-progress';
    case AtGoal = 'at-goal';

    /** The further of two states. */
    public function orFurther(?self $other): self
    {
        $order = array_flip(array_column(self::cases(), 'value'));

        return null !== $other && $order[$other->value] > $order[$this->value] ? $other : $this;
    }
}
