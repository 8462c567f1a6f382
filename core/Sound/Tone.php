<?php

declare(strict_types=1);

namespace CoinStair\Core\Sound;

/** One sounding note of a repetition. */
final readonly class Tone
{
    public function __construct(
        public string $event,
        /** beats after the first note of the chunk */
        public float $at,
        public float $beats,
        public int $midi,
        public bool $landing,
    ) {
    }
}
