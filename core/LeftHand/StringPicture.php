<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** One string of a hand picture, with its pattern: which neighboring fingers touch, half a step apart (handbook 3). */
final readonly class StringPicture
{
    /**
     * @param list<FingerPlace>     $spots   by place, rising
     * @param list<array{int, int}> $touch   pairs of places (semitones) that touch; 0 is the nut
     * @param string                $pattern names of the fingers that touch: "2–3", "nut–1 3–4", "" for all apart
     * @param string                $lowest  the staff region of the string: its open note, as "D4"
     * @param string                $highest and the last note before the next string
     */
    public function __construct(
        public string $letter,
        public array $spots,
        public array $touch,
        public string $pattern,
        public string $lowest,
        public string $highest,
    ) {
    }
}
