<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * One note, chord or rest of one voice in one measure.
 */
final readonly class Event
{
    use Copies;

    /**
     * @param string      $id       stable: part, measure position, voice, index ("P1-m3-v1-2")
     * @param int         $start    ticks after the start of its measure
     * @param int         $length   ticks as it sounds; 0 for a grace note
     * @param list<Pitch> $pitches  lowest first; none for a rest
     * @param bool        $tiedFrom tied from the note before
     * @param bool        $tiedTo   tied to the next note
     */
    public function __construct(
        public string $id,
        public int $voice,
        public int $start,
        public int $length,
        public array $pitches,
        public Tuplet $tuplet,
        public bool $tiedFrom,
        public bool $tiedTo,
        public int $slurStarts,
        public int $slurStops,
        public Marks $marks,
    ) {
    }

    public function isRest(): bool
    {
        return [] === $this->pitches;
    }

    public function isGrace(): bool
    {
        return 0 === $this->length;
    }

    public function end(): int
    {
        return $this->start + $this->length;
    }

    public function tied(bool $from, bool $to): self
    {
        return $from === $this->tiedFrom && $to === $this->tiedTo
            ? $this
            : $this->copy(tiedFrom: $from, tiedTo: $to);
    }

    public function slurred(int $starts, int $stops): self
    {
        return $starts === $this->slurStarts && $stops === $this->slurStops
            ? $this
            : $this->copy(slurStarts: $starts, slurStops: $stops);
    }

    /** @param list<Pitch> $pitches lowest first */
    public function sounding(array $pitches): self
    {
        return $this->copy(pitches: $pitches);
    }

    public function marked(Marks $marks): self
    {
        return $marks === $this->marks
            ? $this
            : $this->copy(marks: $marks);
    }

    /** The same in another part or measure. */
    public function withId(string $id): self
    {
        return $this->copy(id: $id);
    }
}
