<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

/** What a step is for (handbook 6). */
enum StepPurpose: string
{
    case HoldCheck = 'check';
    /** an open string is heard, sung and matched */
    case TuneUp = 'tune-up';
    /** made from the piece: opens the lesson */
    case WarmUp = 'warm-up';
    /** the piece is played to the class */
    case Listen = 'listen';
    case Learn = 'learn';
    /** the same notes as in a chunk that was taught before: found again, not learned again */
    case Find = 'find';
    case Join = 'join';
    /** what was learned last, once more */
    case Review = 'review';
    case Run = 'run';
    /** instruments down */
    case Break = 'break';
    /** the teacher's own words */
    case Free = 'free';

    /** The class plays something, on a stair. */
    public function isPlayed(): bool
    {
        return !\in_array($this, [self::HoldCheck, self::TuneUp, self::Listen, self::Break, self::Free], true);
    }

    /** A chunk is learned by it: alone, or joined with others. */
    public function isLearned(): bool
    {
        return self::Learn === $this || self::Join === $this;
    }

    /** What it is called in steps that were kept long ago. */
    public static function kept(string $value): self
    {
        return match ($value) {
            'hold-check' => self::HoldCheck,
            'rest' => self::Break,
            default => self::from($value),
        };
    }
}
