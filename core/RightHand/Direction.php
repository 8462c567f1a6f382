<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

enum Direction: string
{
    /** from the frog toward the tip */
    case Down = 'down';
    case Up = 'up';

    public function opposite(): self
    {
        return self::Down === $this ? self::Up : self::Down;
    }
}
