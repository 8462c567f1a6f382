<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;

/**
 * The forms of one measure under which it can equal another, as keys: two measures with the same key are alike in that way.
 */
final readonly class MeasureShape
{
    /** Lengths against the first note are told in so many parts of it. */
    private const RATIO = 1_000_000;
    /** Half steps and letters of an octave; half steps from a string to the next: a fifth, on the bass a fourth. */
    private const OCTAVE = 12;
    private const LETTERS = 7;
    private const FIFTH = 7;
    private const FOURTH = 5;
    private const STRINGS = 3;

    /**
     * @param string     $same     all that is played and how
     * @param string     $start    the same for the first half, with the note that sounds into the second
     * @param string     $rhythm   where notes begin and how long they are
     * @param string     $contour  rhythm and the steps between letters
     * @param string     $interval rhythm and the half steps between notes, within each part
     * @param string     $line     pitches in order, and lengths against the first
     * @param list<int>  $letters  letter step of the first note of each part
     * @param list<int>  $pitches  MIDI number of the first note of each part
     * @param list<bool> $basses   the part is tuned in fourths
     * @param int        $first    length of the first note in ticks; 0 if there is none
     * @param int        $onsets   times at which notes begin, those of the part that has most
     */
    private function __construct(
        public string $same,
        public string $start,
        public string $rhythm,
        public string $contour,
        public string $interval,
        public string $line,
        public array $letters,
        public array $pitches,
        public array $basses,
        public int $first,
        public int $onsets,
    ) {
    }

    /**
     * @param list<Part> $parts that are looked at together
     * @param int|null   $until ticks of the measure after which nothing counts; none: all counts
     */
    public static function of(Piece $piece, array $parts, int $position, ?int $until = null): self
    {
        $until ??= \PHP_INT_MAX;
        $half = $piece->measures[$position]->length / 2;
        $same = $start = $rhythm = $contour = $interval = $line = '';
        $letters = $pitches = $basses = [];
        $first = $most = 0;
        foreach ($parts as $part) {
            $letter = $pitch = null;
            $onsets = [];
            foreach ($part->events($position) as $event) {
                if ($event->isGrace() || $event->start >= $until) {
                    continue;
                }
                $when = $event->voice.':'.$event->start.'+'.min($event->length, $until - $event->start);
                $rhythm .= $event->isRest() ? '' : $when.' ';
                $played = $when.Played::key($event);
                $same .= $played.' ';
                $start .= $event->start < $half ? $played.' ' : '';
                if ($event->isRest()) {
                    $contour .= 'z ';
                    $interval .= 'z ';
                    continue;
                }
                $first = 0 === $first ? $event->length : $first;
                $onsets[$event->start] = true;
                $letter ??= $event->pitches[0]->diatonic();
                $pitch ??= $event->pitches[0]->midi();
                foreach ($event->pitches as $one) {
                    $contour .= ($one->diatonic() - $letter).',';
                    $interval .= ($one->midi() - $pitch).',';
                    $line .= $one->name().',';
                }
                // As a whole number: lengths are compared as ratios to the first.
                $line .= intdiv($event->length * self::RATIO, $first).' ';
            }
            $most = max($most, \count($onsets));
            if (null !== $letter && null !== $pitch) {
                $letters[] = $letter;
                $pitches[] = $pitch;
                $basses[] = Instrument::Bass === $part->instrument;
            }
            foreach (['same', 'start', 'rhythm', 'contour', 'interval', 'line'] as $key) {
                $$key .= '|';
            }
        }

        return new self($same, $start, $rhythm, $rhythm.$contour, $rhythm.$interval, $line, $letters, $pitches, $basses, $first, $most);
    }

    public function isSilent(): bool
    {
        return [] === $this->letters;
    }

    /** Whole octaves that all parts lie above another measure with the same intervals; none if they do not. */
    public function octavesFrom(self $other): ?int
    {
        $halfSteps = $this->interval === $other->interval ? self::one($this->halfStepsFrom($other)) : null;

        return null !== $halfSteps && 0 === $halfSteps % self::OCTAVE ? intdiv($halfSteps, self::OCTAVE) : null;
    }

    /** Strings that all parts lie above another measure with the same intervals: fifths, on the bass fourths; none if they do not. */
    public function stringsFrom(self $other): ?int
    {
        if ($this->interval !== $other->interval) {
            return null;
        }
        $strings = self::one(
            array_map(
                static fn (int $halfSteps, bool $bass): ?int => 0 === $halfSteps % ($bass ? self::FOURTH : self::FIFTH)
                    ? intdiv($halfSteps, $bass ? self::FOURTH : self::FIFTH)
                    : null,
                $this->halfStepsFrom($other),
                $this->basses,
            ),
        );

        return null !== $strings && 0 !== $strings && abs($strings) <= self::STRINGS ? $strings : null;
    }

    /** Letters that all parts lie above another measure of the same contour, but for whole octaves; none if they do not. */
    public function lettersFrom(self $other): ?int
    {
        $letters = $this->contour === $other->contour ? self::one($this->stepsFrom($other)) : null;

        return null !== $letters && 0 !== $letters % self::LETTERS ? $letters : null;
    }

    /** @return list<int> by which each part lies above another measure in which as many sound; none if others do */
    public function halfStepsFrom(self $other): array
    {
        return self::apart($this->pitches, $other->pitches);
    }

    /** @return list<int> the same in letters */
    public function stepsFrom(self $other): array
    {
        return self::apart($this->letters, $other->letters);
    }

    /**
     * @param list<int> $ones
     * @param list<int> $others
     *
     * @return list<int>
     */
    private static function apart(array $ones, array $others): array
    {
        return \count($ones) === \count($others)
            ? array_map(static fn (int $one, int $other): int => $one - $other, $ones, $others)
            : [];
    }

    /**
     * @param list<int|null> $numbers
     *
     * @return int|null the number that all are; none if they differ
     */
    private static function one(array $numbers): ?int
    {
        return 1 === \count(array_unique($numbers)) ? $numbers[0] : null;
    }
}
