<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * What a teacher corrects about the labels of the book (handbook 2): one label, or all from a point on.
 */
final class PrintedNumbers
{
    private const LONGEST = 12;

    /** One measure's label; empty for none. */
    public static function label(Piece $piece, int $position, string $label): Piece
    {
        $measures = $piece->measures;
        if (isset($measures[$position])) {
            $measures[$position] = $measures[$position]->labelled(mb_substr(trim($label), 0, self::LONGEST));
        }

        return $piece->withMeasures(array_values($measures));
    }

    /** Labels that count on from a number, from a measure to the end; the halves of a split measure share theirs. */
    public static function countFrom(Piece $piece, int $position, int $number): Piece
    {
        $numbers = MeasureNumbers::of($piece);
        $shift = $number - (int) $numbers->at($position);

        return $piece->withMeasures(
            array_map(
                static fn (Measure $measure): Measure => $measure->position < $position
                    ? $measure
                    : $measure->labelled((string) ((int) $numbers->at($measure->position) + $shift)),
                $piece->measures,
            ),
        );
    }

    /** No labels from a measure on: the counted numbers hold. */
    public static function clearFrom(Piece $piece, int $position): Piece
    {
        return $piece->withMeasures(
            array_map(
                static fn (Measure $measure): Measure => $measure->position < $position ? $measure : $measure->labelled(''),
                $piece->measures,
            ),
        );
    }
}
