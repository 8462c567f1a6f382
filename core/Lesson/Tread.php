<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Tries;

/** A tread of a stair as it is expected to go: all that its time follows from (handbook 6). */
final readonly class Tread
{
    /**
     * @param int   $tempo   beats a minute
     * @param int   $coins   that it asks for
     * @param float $chance  of a clean repetition when it is reached
     * @param float $comfort tempo when it is reached
     * @param float $seconds of one try
     * @param float $longer  what new music adds to the exponent of the chance
     * @param float $seams   factor of the chance that weak seams are
     */
    public function __construct(
        public int $tempo,
        public int $coins,
        public float $chance,
        public GoingOn $goingOn,
        public float $comfort,
        public float $seconds,
        public float $longer = 0.0,
        public float $seams = 1.0,
    ) {
    }

    public function tries(): Tries
    {
        return Tries::of($this->goingOn, $this->coins, $this->chance);
    }

    /** Coins that are earned on it: all that it asks for, or as many goes as are likely to be clean. */
    public function earned(): float
    {
        return GoingOn::Goes === $this->goingOn ? $this->coins * $this->chance : (float) $this->coins;
    }
}
