<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

/** How a step is done (handbook 6). */
enum Mode: string
{
    case Look = 'look';
    case Echo = 'echo';
    case Say = 'say';
    case Tap = 'tap';
    case AirBow = 'air-bow';
    case Pluck = 'pluck';
    case Bow = 'bow';
    case Memory = 'memory';

    /** How many times its length a repetition takes. */
    public function factor(): float
    {
        return self::Echo === $this ? 2.0 : 1.0;
    }
}
