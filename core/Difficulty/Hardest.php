<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

use CoinStair\Core\Score\Instrument;

/** The move that holds a chunk back: its comfort tempo is that of the chunk (handbook 5). */
final readonly class Hardest
{
    public function __construct(public Instrument $instrument, public Move $move)
    {
    }

    /** Beats a minute. */
    public function tempo(): float
    {
        return $this->move->comfort();
    }
}
