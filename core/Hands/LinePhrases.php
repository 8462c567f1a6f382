<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\Form\Seams;
use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * Runs of a line that keep one octave (handbook 2): up to four measures, broken off at repeats, double bars and rehearsal marks, each with
 * the upbeat that leads into it, and none inside a tie or slur.
 */
final readonly class LinePhrases
{
    private const MEASURES = 4;

    private function __construct(private Piece $piece, private Seams $seams)
    {
    }

    /** @return non-empty-list<Place> starts of the phrases, and the end of the piece */
    public static function borders(Piece $piece, Part $line): array
    {
        $self = new self($piece, Seams::of($piece->withParts([$line])));
        $borders = [$piece->start()];
        $from = 0;
        $count = \count($piece->measures);
        for ($position = 1; $position < $count; ++$position) {
            if ($self->goesOn($position)) {
                continue;
            }
            $full = $position - $from >= self::MEASURES + ($piece->measures[$from]->isShort() ? 1 : 0);
            $border = $full || $self->isMarked($position) ? $self->into($position) : null;
            if (null !== $border) {
                $borders[] = $border;
                $from = $position;
            }
        }

        return [...$borders, $piece->end()];
    }

    /** After an upbeat, and with a last ending, which ends what came before as the first does, no phrase begins. */
    private function goesOn(int $position): bool
    {
        $endings = $this->piece->measures[$position]->endingStart;

        return (1 === $position && $this->piece->measures[0]->isShort()) || ([] !== $endings && !\in_array(1, $endings, true));
    }

    private function isMarked(int $position): bool
    {
        $before = $this->piece->measures[$position - 1];
        $measure = $this->piece->measures[$position];

        return $before->repeatTimes > 0
            || $measure->repeatStart
            || '' !== $measure->rehearsal
            || BarStyle::Regular !== $before->end;
    }

    /** Where the phrase that has a measure as its first begins; none where nothing may be cut. */
    private function into(int $position): ?Place
    {
        $upbeat = $this->upbeat($position - 1);
        if (null !== $upbeat && $this->seams->isOpen(Place::of($position - 1, $upbeat))) {
            return Place::of($position - 1, $upbeat);
        }

        return $this->seams->isOpenAt($position) ? Place::of($position) : null;
    }

    /** Offset in a measure at which an upbeat to the next may begin: after its last rest, or as long as the piece's. */
    private function upbeat(int $position): ?int
    {
        $length = $this->piece->measures[$position]->length;
        $offsets = array_filter(
            $this->seams->restEnds($position),
            static fn (int $end): bool => 2 * $end >= $length && $end < $length,
        );
        $first = $this->piece->measures[0];
        if ($first->isShort() && $position > 0 && $first->length < $length) {
            $offsets[] = $length - $first->length;
        }

        return [] === $offsets ? null : max($offsets);
    }
}
