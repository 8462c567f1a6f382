<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Copies;

/** One way to play a note or chord: string, finger, place and hand. An open string is in every hand. */
final readonly class Candidate
{
    use Copies;

    public function __construct(
        /** 0 is the highest string */
        public int $string,
        public int $finger,
        public Placement $placement,
        /** above the open string */
        public int $semitones,
        /** index in the list of allowed hands */
        public int $hand,
        /** the finger does not follow the letter */
        public bool $enharmonic = false,
        /** @var list<self> the other notes of a chord, each on the next string up; they share the hand */
        public array $upper = [],
    ) {
    }

    public function isOpen(): bool
    {
        return 0 === $this->finger;
    }

    public function sameSpot(self $other): bool
    {
        return $this->string === $other->string && $this->finger === $other->finger && $this->semitones === $other->semitones;
    }

    /** @param list<self> $upper */
    public function with(array $upper): self
    {
        return $this->copy(upper: $upper);
    }

    /** @return non-empty-list<self> each note of a chord by itself, the lowest first */
    public function stops(): array
    {
        return [$this, ...$this->upper];
    }
}
