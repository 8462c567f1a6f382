<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

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

    /** Seconds of talk before it is played. */
    public function talkSeconds(): float
    {
        return self::Find === $this ? StepTime::TALK_SECONDS / 2 : StepTime::TALK_SECONDS;
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
