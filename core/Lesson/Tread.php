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
     */
    public function __construct(
        public int $tempo,
        public int $coins,
        public float $chance,
        public GoingOn $goingOn,
        public float $comfort,
        public float $seconds,
    ) {
    }

    public function tries(): Tries
    {
        return Tries::of($this->goingOn, $this->coins, $this->chance);
    }
}
