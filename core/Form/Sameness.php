<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * Tells which runs of a piece hold the same notes, played the same, in all parts (handbook 5): nothing same is taught twice. Rests at the
 * end do not count, nor does where a run lies in its measure: an upbeat is compared from the bar line back.
 */
final class Sameness
{
    /** @var array<string, int> numbers of slices of measures, by what they hold */
    private array $numbers = [];
    /** @var array<int, array{int, int}> numbers of each whole measure: with its length, and without, as a run's last */
    private array $whole = [];

    private function __construct(private readonly Piece $piece)
    {
    }

    public static function of(Piece $piece): self
    {
        return new self($piece);
    }

    /**
     * @param Place $to exclusive
     *
     * @return string the same for two runs of the same notes; empty where no note begins
     */
    public function key(Place $from, Place $to): string
    {
        $slices = $this->slices($from, $to);
        while ([] !== $slices && end($slices) <= 0) {
            array_pop($slices);
        }

        return implode(' ', $slices);
    }

    /** The key without an upbeat of at most a beat; none where the run has no such upbeat. */
    public function body(Place $from, Place $to): string
    {
        $length = $this->piece->measures[$from->position]->length;
        $upbeat = 0 === $from->offset ? ($this->piece->measures[$from->position]->isShort() ? $length : 0) : $length - $from->offset;
        if (0 === $upbeat || $upbeat > $this->piece->beatTicks || $to->position <= $from->position + 1) {
            return '';
        }

        return $this->key(Place::of($from->position + 1), $to);
    }

    /**
     * The keys of all runs of whole measures between two bar lines.
     *
     * @param int $from measure position
     * @param int $to   measure position after the last
     *
     * @return list<string> those that hold notes to their end
     */
    public function keysInside(int $from, int $to): array
    {
        $keys = [];
        for ($start = $from; $start < $to; ++$start) {
            $before = '';
            for ($position = $start; $position < $to; ++$position) {
                [$inside, $last] = $this->measure($position);
                if ($last > 0) {
                    $keys[] = $before.$last;
                }
                $before .= $inside.' ';
            }
        }

        return $keys;
    }

    /** @return list<int> a number for each measure that the run touches; 0 or less where nothing sounds */
    private function slices(Place $from, Place $to): array
    {
        $slices = [];
        $last = 0 === $to->offset ? $to->position - 1 : $to->position;
        for ($position = $from->position; $position <= $last; ++$position) {
            $length = $this->piece->measures[$position]->length;
            $start = $position === $from->position ? $from->offset : 0;
            $end = $position === $to->position ? $to->offset : $length;
            if (0 === $start && $end === $length) {
                $slices[] = $this->measure($position)[$position === $last ? 1 : 0];
                continue;
            }
            // What comes before a bar line is placed from there back.
            $slices[] = $this->number($position, $start, $end, $position < $last ? $length : $start, '');
        }

        return $slices;
    }

    /** @return array{int, int} */
    private function measure(int $position): array
    {
        $length = $this->piece->measures[$position]->length;
        $short = $this->piece->measures[$position]->isShort();

        return $this->whole[$position] ??= [
            $this->number($position, 0, $length, $short ? $length : 0, $short ? '' : $length.' '),
            $this->number($position, 0, $length, 0, ''),
        ];
    }

    private function number(int $position, int $from, int $to, int $zero, string $prefix): int
    {
        $text = '';
        $sounds = false;
        foreach ($this->piece->parts as $part) {
            foreach ($part->events($position) as $event) {
                if (!$event->isRest() && !$event->isGrace() && $event->start >= $from && $event->start < $to) {
                    $text .= $event->voice.':'.($event->start - $zero).'+'.$event->length.Played::key($event).' ';
                    $sounds = true;
                }
            }
            $text .= '|';
        }
        if (!$sounds) {
            return -(int) $prefix;
        }

        return $this->numbers[$prefix.$text] ??= \count($this->numbers) + 1;
    }
}
