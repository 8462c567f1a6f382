<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

/** What a step is for. */
enum StepPurpose: string
{
    case HoldCheck = 'hold-check';
    case Learn = 'learn';
    /** the same notes as in a chunk that was taught before: found again, not learned again */
    case Find = 'find';
    case Join = 'join';
    case Run = 'run';
    case Rest = 'rest';

    /** Something is played, on a stair. */
    public function isPlayed(): bool
    {
        return self::HoldCheck !== $this && self::Rest !== $this;
    }

    /** Coins are earned that make the chunk more comfortable. */
    public function practises(): bool
    {
        return self::Learn === $this || self::Join === $this;
    }
}
