<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * The usual metronome marks (handbook 6): 40–60 by 2, to 72 by 3, to 120 by 4, to 144 by 6, to 208 by 8; below 40 by 2 as well.
 */
final class TempoMarks
{
    public const SLOWEST = 20;
    public const FASTEST = 208;
    private const STEPS = [60 => 2, 72 => 3, 120 => 4, 144 => 6, self::FASTEST => 8];

    /** @return list<int> beats a minute, rising */
    public static function all(): array
    {
        $marks = [];
        $mark = self::SLOWEST;
        foreach (self::STEPS as $to => $by) {
            for (; $mark < $to; $mark += $by) {
                $marks[] = $mark;
            }
        }

        return [...$marks, self::FASTEST];
    }

    /** The highest mark not above a tempo; the slowest mark if all are. */
    public static function floor(float $tempo): int
    {
        $found = self::SLOWEST;
        foreach (self::all() as $mark) {
            if ($mark <= $tempo) {
                $found = $mark;
            }
        }

        return $found;
    }

    /** The nearest mark; the slower of two that are equally near. */
    public static function nearest(float $tempo): int
    {
        $nearest = self::SLOWEST;
        foreach (self::all() as $mark) {
            if (abs($mark - $tempo) < abs($nearest - $tempo)) {
                $nearest = $mark;
            }
        }

        return $nearest;
    }
}
