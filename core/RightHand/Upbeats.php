<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\Piece;

/**
 * Finds the strokes that lead into a downbeat (handbook 4): the upbeat of a piece, short or after rests in a full first measure; what opens
 * a repeat or section so; and the notes that open a phrase after a rest.
 */
final class Upbeats
{
    /**
     * @param list<Stroke> $strokes in order
     *
     * @return list<Stroke> the same, those of upbeats marked as such
     */
    public static function mark(Piece $piece, array $strokes): array
    {
        $count = \count($strokes);
        for ($from = 0; $from < $count; $from = $to) {
            $to = $from + 1;
            while ($to < $count && $strokes[$to]->position === $strokes[$from]->position && 0 === $strokes[$to]->rest) {
                ++$to;
            }
            if (self::leadIn($piece, $strokes, $from, $to)) {
                for ($index = $from; $index < $to; ++$index) {
                    $strokes[$index] = $strokes[$index]->leadsIn();
                }
            }
        }

        return array_values($strokes);
    }

    /**
     * @param list<Stroke> $strokes
     * @param int          $from    first stroke of a run in one measure without a rest inside
     * @param int          $to      index after its last
     */
    private static function leadIn(Piece $piece, array $strokes, int $from, int $to): bool
    {
        $first = $strokes[$from];
        $measure = $piece->measures[$first->position];
        if (self::isShortUpbeat($piece, $measure)) {
            return true;
        }
        $last = $strokes[$to - 1];
        $next = $strokes[$to] ?? null;
        $goesOn =
            $last->at + $last->length === $first->at - $first->offset + $measure->length
            && null !== $next
            && 0 === $next->offset
            && 0 === $next->rest;
        if (!$goesOn || 0 === $first->offset) {
            return false;
        }
        $before = $strokes[$from - 1] ?? null;
        if ($piece->opensAt($measure->position) && (null === $before || $before->position < $first->position)) {
            return true;
        }

        return $first->rest >= $measure->meter->beatTicks() && 2 * $first->offset >= $measure->length;
    }

    /** A short measure that leads into what follows: at the start, or after the measure that it completes. */
    private static function isShortUpbeat(Piece $piece, Measure $measure): bool
    {
        $before = $piece->measures[$measure->position - 1] ?? null;
        if (!$measure->isShort() || \count($piece->measures) < 2) {
            return false;
        }

        return null === $before
            || (2 * $measure->length <= $measure->meter->ticks()
                && ($piece->opensAt($measure->position) || $before->length + $measure->length === $measure->meter->ticks()));
    }
}
