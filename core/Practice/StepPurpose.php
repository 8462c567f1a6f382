<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

/** What a step is for. */
enum StepPurpose: string
{
    case HoldCheck = 'hold-check';
    case Learn = 'learn';
    case Join = 'join';
    case Run = 'run';
    case Rest = 'rest';

    /** Something is played, on a stair. */
    public function isPlayed(): bool
    {
        return self::HoldCheck !== $this && self::Rest !== $this;
    }

    /** Seconds of a step in which nothing is played. */
    public function fixedSeconds(): int
    {
        return match ($this) {
            self::HoldCheck => 10,
            self::Rest => 30,
            default => 0,
        };
    }
}
