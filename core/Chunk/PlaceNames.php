<?php

declare(strict_types=1);

namespace CoinStair\Core\Chunk;

use CoinStair\Core\Form\CountIn;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;

/** How places and chunks of a piece are named by its measures and beats, as a class calls them (handbook 2 and 5). */
final readonly class PlaceNames
{
    private const ORDINALS = ['the first beat', 'the second beat', 'the third beat', 'the fourth beat', 'the fifth beat', 'the sixth beat'];

    private function __construct(private Piece $piece, private MeasureNumbers $numbers)
    {
    }

    public static function of(Piece $piece): self
    {
        return new self($piece, MeasureNumbers::of($piece));
    }

    /** The measures of a chunk: "5–8", "4.3–8.2" where an edge stands inside a measure. */
    public function chunk(Chunk $chunk): string
    {
        $from = $this->place($chunk->from);
        $last = $chunk->lastPosition();
        $to = $this->numbers->at($last);
        if ($chunk->to->offset > 0) {
            // The beat in which its last note lies.
            $beat = 1 + intdiv(max(0, CountIn::offsetInFullMeasure($this->piece, $chunk->to) - 1), $this->piece->beatTicks);
            if ($chunk->from->position === $last && $chunk->from->offset > ($beat - 1) * $this->piece->beatTicks) {
                return $from;
            }
            $to .= '.'.$beat;
        }

        // What ends with the bar line of the measure in which it begins is told by its beginning.
        return $from === $to || (0 === $chunk->to->offset && $chunk->from->position === $last && $chunk->from->offset > 0)
            ? $from
            : $from.'–'.$to;
    }

    /** The measures from the start of a chunk to the end of another: "1–8". */
    public function span(Chunk $first, Chunk $last): string
    {
        $parts = [...explode('–', $this->chunk($first)), ...explode('–', $this->chunk($last))];

        return $first === $last ? $this->chunk($first) : $parts[0].'–'.$parts[\count($parts) - 1];
    }

    /** A place as a teacher says it: "3", "3, the second beat", "3, after the second beat". */
    public function said(Place $place): string
    {
        $number = $this->numbers->at($place->position);
        $offset = CountIn::offsetInFullMeasure($this->piece, $place);
        $beat = self::ORDINALS[intdiv($offset, $this->piece->beatTicks)] ?? 'beat '.(1 + intdiv($offset, $this->piece->beatTicks));

        return match (true) {
            $place->equals($this->piece->end()) => 'the end',
            0 === $place->offset => $number,
            default => $number.', '.(0 === $offset % $this->piece->beatTicks ? '' : 'after ').$beat,
        };
    }

    /** A place by measure and beat: "4", "4.3" where it stands inside the measure. */
    public function place(Place $place): string
    {
        $number = $this->numbers->at($place->position);

        return 0 === $place->offset
            ? $number
            : $number.
                    '.'.
                    Ticks::beats(CountIn::offsetInFullMeasure($this->piece, $place) + $this->piece->beatTicks, $this->piece->beatTicks);
    }
}
