<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * A length that is no whole number of ticks; reported with its place, never rounded (handbook 2).
 */
final class OffTheGrid extends \DomainException
{
    public static function fraction(int $numerator, int $denominator, int $ticksPerQuarter): self
    {
        return new self(
            \sprintf('%d/%d of a whole note is finer than the grid of %d ticks to a quarter.', $numerator, $denominator, $ticksPerQuarter),
        );
    }
}
