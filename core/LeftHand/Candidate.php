<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** One way to play a note: string, finger, place and hand. An open string is in every hand. */
final readonly class Candidate
{
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
}
