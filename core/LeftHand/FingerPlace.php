<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** A place on one string in a hand picture. */
final readonly class FingerPlace
{
    /**
     * @param string   $letter    as people read it
     * @param int      $semitones above the open string
     * @param int      $times     how often the music has it; 0: only the key has it
     * @param string   $position  of the hand
     * @param int|null $check     semitones from an open string with which it can be checked: 0 a unison, 12 an octave; none if no open
     *                            string tells
     * @param string   $against   letter of that open string
     */
    public function __construct(
        public int $finger,
        public Placement $placement,
        public int $semitones,
        public string $letter,
        public int $times,
        public string $position,
        public bool $new,
        public ?int $check,
        public string $against,
    ) {
    }
}
