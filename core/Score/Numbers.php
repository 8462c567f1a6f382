<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** Comparisons of numbers with fractions, of which sums come out a little otherwise in another order: with one tolerance everywhere. */
final class Numbers
{
    /** Prices, beats and shares of the bow that differ by less are equal. */
    public const TOLERANCE = 1e-9;

    public static function isLess(float $one, float $other): bool
    {
        return $one < $other - self::TOLERANCE;
    }

    public static function isEqual(float $one, float $other): bool
    {
        return abs($one - $other) <= self::TOLERANCE;
    }

    public static function isWhole(float $one): bool
    {
        return self::isEqual($one, round($one));
    }

    /** The lowest whole number that is not less. */
    public static function ceil(float $one): int
    {
        return (int) ceil($one - self::TOLERANCE);
    }
}
