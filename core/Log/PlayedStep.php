<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Score\Instrument;

/** What the log of a lesson says was played by one of its steps: the evidence from which skills follow (handbook 7). */
final readonly class PlayedStep
{
    public function __construct(public TaughtStep $step, public StepPlay $play)
    {
    }

    /** An instrument played it: it was one of those of the step. */
    public function isOf(Instrument $instrument): bool
    {
        $who = $this->step->step->who()->instruments;

        return [] === $who || \in_array($instrument, $who, true);
    }
}
