<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;

/**
 * The count-in before a place (handbook 6): a measure, less the upbeat.
 */
final class CountIn
{
    private const TWO_MEASURES_ABOVE = 120;

    /**
     * Length in ticks before the first note of the place.
     *
     * @param int $tempo beats a minute
     */
    public static function ticks(Piece $piece, Place $from, int $tempo): int
    {
        $full = $piece->measures[$from->position]->meter->ticks();
        $upTo = self::offsetInFullMeasure($piece, $from);
        $ticks = match (true) {
            0 === $upTo => $full,
            $upTo * 2 < $full => $full + $upTo,
            default => $upTo,
        };

        return self::isFast($piece, $tempo) ? $ticks + $full : $ticks;
    }

    /** So fast that a measure more is counted: above quarter = 120. */
    public static function isFast(Piece $piece, int $tempo): bool
    {
        return $tempo * $piece->beatTicks > self::TWO_MEASURES_ABOVE * Ticks::PER_QUARTER;
    }

    /** Where a place lies in its measure when an upbeat is counted from the back. */
    public static function offsetInFullMeasure(Piece $piece, Place $place): int
    {
        $measure = $piece->measures[$place->position];
        $missing = self::isUpbeat($piece, $place->position) ? $measure->meter->ticks() - $measure->length : 0;

        return $place->offset + $missing;
    }

    /** A short measure that leads into a full one, at the start or after a measure that it does not complete. */
    private static function isUpbeat(Piece $piece, int $position): bool
    {
        $measure = $piece->measures[$position];
        if (!$measure->isShort()) {
            return false;
        }
        $before = $piece->measures[$position - 1] ?? null;

        return null === $before || ($before->isShort() && $before->length + $measure->length === $measure->meter->ticks());
    }
}
