<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** Open string or fourth finger (handbook 1). */
enum OpenStringPolicy: string
{
    /** open whenever possible */
    case Open = 'open';
    /** fourth finger on long notes, and instead of the top open string */
    case Long = 'long';
    /** fourth finger whenever it saves a crossing */
    case Crossing = 'crossing';

    public static function ofLevel(int $level): self
    {
        return 1 === $level ? self::Open : self::Crossing;
    }
}
