<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/** A part of the bow in words, for places from 0 (frog) to 1 (tip); handbook 4. */
enum BowZone: string
{
    case Frog = 'frog';
    case Lower = 'lower';
    case Middle = 'middle';
    case Upper = 'upper';
    case Tip = 'tip';

    public static function of(float $place): self
    {
        return match (true) {
            $place < 0.125 => self::Frog,
            $place < 0.4 => self::Lower,
            $place <= 0.6 => self::Middle,
            $place <= 0.875 => self::Upper,
            default => self::Tip,
        };
    }
}
