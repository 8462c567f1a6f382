<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Sequence\Mode;

/** What the log of a lesson says was played by one of its steps: the evidence from which skills follow (handbook 7). */
final readonly class PlayedStep
{
    /** @var non-empty-list<Mode> in which it was played */
    public array $modes;
    public int $coins;
    public int $misses;
    /** A coin was earned at or above the goal tempo. */
    public bool $atGoal;

    public function __construct(public TaughtStep $step, StepPlay $play)
    {
        $this->modes = $play->modes;
        $this->coins = $play->coins;
        $this->misses = $play->misses;
        $this->atGoal = $play->atGoal;
    }

    /** An instrument played it: it was one of those of the step. */
    public function isOf(Instrument $instrument): bool
    {
        $who = $this->step->step->who()->instruments;

        return [] === $who || \in_array($instrument, $who, true);
    }
}
