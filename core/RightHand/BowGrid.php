<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/** The grid of bow places, 0 at the frog to its last step at the tip, and the amounts of bow that are tried on it (handbook 4). */
final class BowGrid
{
    public const STEPS = 16;
    /** Shares of the wished amount that are tried. */
    public const FACTORS = [0.5, 0.75, 1.0, 1.5, 2.0];

    /**
     * @param float $wish share of the bow
     *
     * @return non-empty-list<int> units of the grid, rising
     */
    public static function amounts(float $wish): array
    {
        $units = [];
        foreach (self::FACTORS as $factor) {
            $units[max(1, min(self::STEPS, (int) round($wish * $factor * self::STEPS)))] = true;
        }

        return array_keys($units);
    }
}
