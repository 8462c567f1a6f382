<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Place;

/** Where a phrase may end and the next begin. */
final readonly class Border
{
    /**
     * @param float    $bonus what speaks for it: the more, the better
     * @param int|null $into  position of the measure that it leads into, also where an upbeat to that measure comes first; none inside a
     *                        measure
     */
    public function __construct(public Place $place, public float $bonus, public ?int $into = null)
    {
    }
}
