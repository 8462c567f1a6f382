<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Pitch;

/** One note of a line as the left hand meets it. */
final readonly class LineNote
{
    public function __construct(
        public string $id,
        public Pitch $pitch,
        /** measure position */
        public int $position,
        /** ticks after the start of its measure */
        public int $offset,
        /** ticks from the start of the line, each measure once */
        public int $at,
        public int $length,
        /** a slur leads into it */
        public bool $slurredFrom,
        /** the hand has time before it: a long rest, a new phrase, the end of a slur */
        public bool $fresh,
        /** held on from the note before */
        public bool $tiedFrom,
        /** two beats and more, repetitions of the note counted together */
        public bool $long,
        public ?int $finger = null,
        public ?string $string = null,
        /** set by a teacher: it goes before what is printed and before the policy */
        public ?int $setFinger = null,
        public ?string $setString = null,
        /** @var list<Pitch> the other notes of a chord, rising */
        public array $upper = [],
    ) {
    }

    public function isPrinted(): bool
    {
        return null !== $this->finger || null !== $this->string;
    }

    public function isSet(): bool
    {
        return null !== $this->setFinger || null !== $this->setString;
    }

    /** The same note so many octaves up. */
    public function octavesUp(int $octaves): self
    {
        return $this->with(
            $this->pitch->octavesUp($octaves),
            array_map(static fn (Pitch $pitch): Pitch => $pitch->octavesUp($octaves), $this->upper),
        );
    }

    /** Without the fingers of a book or a teacher, which are those of another instrument. */
    public function unprinted(): self
    {
        return $this->isPrinted() || $this->isSet() ? $this->with($this->pitch, $this->upper) : $this;
    }

    /** @param list<Pitch> $upper */
    private function with(Pitch $pitch, array $upper): self
    {
        return new self(
            $this->id,
            $pitch,
            $this->position,
            $this->offset,
            $this->at,
            $this->length,
            $this->slurredFrom,
            $this->fresh,
            $this->tiedFrom,
            $this->long,
            upper: $upper,
        );
    }
}
