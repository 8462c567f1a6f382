<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/** Where on the bow a line starts that starts down (handbook 1). */
enum StartPolicy: string
{
    /** at the frog; in the middle when the first stroke is half a beat or shorter */
    case ByLength = 'length';
    case Frog = 'frog';
    case Middle = 'middle';

    private const SHORT = 0.5;

    /**
     * @param float $beats of the first stroke
     *
     * @return int on the grid of the bow
     */
    public function place(float $beats): int
    {
        return self::Middle === $this || (self::ByLength === $this && $beats <= self::SHORT) ? intdiv(BowGrid::STEPS, 2) : 0;
    }
}
