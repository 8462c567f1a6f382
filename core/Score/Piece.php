<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * A piece as written (handbook 2). Never changes; analyses refer to it by measure position and event id.
 */
final readonly class Piece
{
    use Copies;

    /**
     * @param list<Measure> $measures
     * @param list<Part>    $parts               each with one list of events for every measure
     * @param int|null      $goalTempo           beats a minute as printed, none if the file names none; the lower end of a range
     * @param int           $beatTicks           the beat that tempos count
     * @param int|null      $goalTempoTo         the upper end of a range, none for a single tempo
     * @param int           $introduction        measures that others play before the piece
     * @param bool          $introductionCounted they count in the measure numbers
     * @param string        $style               word over the first measure, such as "Andante"
     *
     * @throws \InvalidArgumentException if there is no measure or no part, or a part's measures do not match
     */
    public function __construct(
        public string $title,
        public string $composer,
        public array $measures,
        public array $parts,
        public ?int $goalTempo,
        public int $beatTicks,
        public ?int $goalTempoTo = null,
        public int $introduction = 0,
        public bool $introductionCounted = false,
        public string $style = '',
    ) {
        if ([] === $measures || [] === $parts) {
            throw new \InvalidArgumentException('A piece has at least one measure and one part.');
        }
        foreach ($parts as $part) {
            if (\count($part->measures) !== \count($measures)) {
                throw new \InvalidArgumentException(
                    \sprintf('Part %s has %d measures, the piece %d.', $part->id, \count($part->measures), \count($measures)),
                );
            }
        }
        if ($beatTicks < 1) {
            throw new \InvalidArgumentException('A beat has a length.');
        }
    }

    /** @param list<Measure> $measures as many as there are */
    public function withMeasures(array $measures): self
    {
        return $this->copy(measures: $measures);
    }

    /** @param list<Part> $parts */
    public function withParts(array $parts): self
    {
        return $this->copy(parts: $parts);
    }

    public function withIntroduction(int $measures, bool $counted): self
    {
        return $this->copy(introduction: max(0, $measures), introductionCounted: $counted);
    }

    public function start(): Place
    {
        return Place::of(0);
    }

    /** Just after the last measure. */
    public function end(): Place
    {
        return Place::of(\count($this->measures));
    }

    /** Ticks between two places, each measure counted once. */
    public function ticksBetween(Place $from, Place $to): int
    {
        $ticks = $to->offset - $from->offset;
        for ($position = $from->position; $position < $to->position; ++$position) {
            $ticks += $this->measures[$position]->length;
        }

        return $ticks;
    }

    /**
     * A place so many ticks later (earlier if negative), held inside the piece.
     */
    public function move(Place $place, int $ticks): Place
    {
        $position = $place->position;
        $offset = $place->offset + $ticks;
        while ($offset < 0 && $position > 0) {
            --$position;
            $offset += $this->measures[$position]->length;
        }
        while (isset($this->measures[$position]) && $offset >= $this->measures[$position]->length) {
            $offset -= $this->measures[$position]->length;
            ++$position;
        }
        if (!isset($this->measures[$position])) {
            return $this->end();
        }

        return Place::of($position, max(0, $offset));
    }

    /** The place exists: inside a measure, or the end of the piece. */
    public function holds(Place $place): bool
    {
        return $place->equals($this->end())
            || (isset($this->measures[$place->position]) && $place->offset < $this->measures[$place->position]->length);
    }

    /** Tempos count another beat: eighths for a slow 6/8, half notes for a fast 4/4. */
    public function withBeat(int $ticks): self
    {
        return $this->copy(beatTicks: $ticks);
    }

    /** The piece, a repeat or a section of the book begins with a measure. */
    public function opensAt(int $position): bool
    {
        $before = $this->measures[$position - 1] ?? null;
        $measure = $this->measures[$position];

        return null === $before
            || $measure->repeatStart
            || '' !== $measure->rehearsal
            || BarStyle::Regular !== $before->end
            || $before->repeatTimes > 0;
    }

    /** It has no notes at all: only its measures are known. */
    /**
     * Length of the upbeat with which the piece opens, in ticks: that of a first measure that is short, or what sounds at the end of one
     * that is written out with its rests; 0 where there is none.
     */
    public function upbeat(): int
    {
        $length = $this->measures[0]->length;
        if (1 === \count($this->measures) || $this->measures[0]->isShort()) {
            return $this->measures[0]->isShort() ? $length : 0;
        }
        $start = $length;
        foreach ($this->parts as $part) {
            foreach ($part->events(0) as $event) {
                $start = $event->isRest() ? $start : min($start, $event->start);
            }
        }

        return 2 * $start >= $length ? $length - $start : 0;
    }

    public function isOutline(): bool
    {
        foreach ($this->parts as $part) {
            foreach ($part->measures as $events) {
                foreach ($events as $event) {
                    if (!$event->isRest()) {
                        return false;
                    }
                }
            }
        }

        return true;
    }

    /**
     * Whether an instrument has a note in some measures; one that has no part of its own plays what the line plays.
     *
     * @param int $to position after the last measure
     */
    public function sounds(Instrument $instrument, int $from, int $to): bool
    {
        $own = array_filter($this->parts, static fn (Part $part): bool => $part->instrument === $instrument);
        foreach ([] === $own ? $this->parts : $own as $part) {
            for ($position = $from; $position < $to; ++$position) {
                foreach ($part->events($position) as $event) {
                    if (!$event->isRest()) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    public function part(string $id): ?Part
    {
        foreach ($this->parts as $part) {
            if ($part->id === $id) {
                return $part;
            }
        }

        return null;
    }
}
