<?php

declare(strict_types=1);

namespace CoinStair\Core\Chunk;

/** A rung of the ladder into which a crossing or hop unfolds (handbook 5): halt, change the level, set the fingers, go. */
enum Rung: string
{
    case OpenStrings = 'open-strings';
    case LongStop = 'long-stop';
    case ShortStop = 'short-stop';
    case NoStop = 'no-stop';
    case WithFingers = 'with-fingers';

    /** Beats that the class halts before each crossing; they count in the time of a repetition. */
    public function stopBeats(): int
    {
        return match ($this) {
            self::LongStop => 2,
            self::ShortStop => 1,
            default => 0,
        };
    }

    /** The bow alone learns the crossing, on open strings. */
    public function isOnOpenStrings(): bool
    {
        return self::WithFingers !== $this;
    }

    /** What the class is told before it. */
    public function prompt(): string
    {
        return match ($this) {
            self::OpenStrings => 'open strings only: feel both levels',
            self::LongStop => 'halt, arm over, fingers, play',
            self::ShortStop => 'a short stop, then go',
            self::NoStop => 'no stop: the arm leads',
            self::WithFingers => 'now with the fingers',
        };
    }
}
