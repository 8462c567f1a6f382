<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\Candidate;

/** A note of the left hand as it is read aloud: what is new of it against the note before (handbook 3). */
final readonly class SpokenNote
{
    /**
     * @param list<string>    $letters  of its pitches, the lowest first
     * @param list<Candidate> $stops    the same notes on the fingerboard; none where they are out of reach
     * @param list<string>    $strings  letter of the string of each stop
     * @param string          $position of the hand, where it is another than before; empty where it is not
     * @param bool            $isSet    by a teacher
     */
    public function __construct(
        public array $letters,
        public array $stops,
        public array $strings,
        public string $position,
        public bool $isSet,
    ) {
    }

    /** Letter of the string of its lowest note; empty where it is out of reach. */
    public function string(): string
    {
        return $this->strings[0] ?? '';
    }
}
