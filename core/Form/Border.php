<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Place;

/** Where a phrase may end and the next begin. */
final readonly class Border
{
    /** @param float $bonus what speaks for it: the more, the better */
    public function __construct(public Place $place, public float $bonus)
    {
    }
}
