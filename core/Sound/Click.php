<?php

declare(strict_types=1);

namespace CoinStair\Core\Sound;

/** One beat of the metronome. */
final readonly class Click
{
    public function __construct(
        /** beats after the first note of the chunk; below zero in the count-in */
        public float $at,
        /** what is counted: 1 for the first beat of a measure */
        public int $count,
    ) {
    }
}
