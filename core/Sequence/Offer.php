<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

/** Something that can be done where a goal stays out of reach, with its effect (handbook 6). */
final readonly class Offer
{
    /**
     * @param int   $value   beats a minute of a lower goal, or number of lessons; 0 where the kind says all
     * @param int   $lessons that it would take from now on
     * @param float $seconds of all of them
     * @param int   $reaches beats a minute
     */
    public function __construct(public OfferKind $kind, public int $value, public int $lessons, public float $seconds, public int $reaches)
    {
    }
}
