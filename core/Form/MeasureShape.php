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
        $first = 0;
        foreach ($parts as $part) {
            $letter = $pitch = null;
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
            if (null !== $letter && null !== $pitch) {
                $letters[] = $letter;
                $pitches[] = $pitch;
                $basses[] = Instrument::Bass === $part->instrument;
            }
            foreach (['same', 'start', 'rhythm', 'contour', 'interval', 'line'] as $key) {
                $$key .= '|';
            }
        }

        return new self($same, $start, $rhythm, $rhythm.$contour, $rhythm.$interval, $line, $letters, $pitches, $basses, $first);
    }

    public function isSilent(): bool
    {
        return [] === $this->letters;
    }

    /** All parts lie the same octaves apart from those of another measure, and are otherwise the same. */
    public function isOctaveOf(self $other): bool
    {
        if ($this->interval !== $other->interval || \count($this->pitches) !== \count($other->pitches)) {
            return false;
        }
        $apart = array_unique(array_map(static fn (int $one, int $two): int => $one - $two, $this->pitches, $other->pitches));

        return 1 === \count($apart) && 0 === $apart[0] % 12;
    }
}
