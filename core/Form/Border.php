<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Place;

/** Where a phrase may end and the next begin. */
final readonly class Border
{
    /** What each border costs: a tune is not cut for nothing. */
    public const COST = 4.0;

    /**
     * @param float      $bonus   what speaks for it: the more, the better
     * @param int|null   $into    position of the measure that it leads into, also where an upbeat to that measure comes first; none
     *                            inside a measure
     * @param Place|null $measure where the measure itself begins, if it is taught alone; the border's place if none is given
     */
    public function __construct(public Place $place, public float $bonus, public ?int $into = null, private ?Place $measure = null)
    {
    }

    /** Less than nothing where it brings more than it costs. */
    public function cost(): float
    {
        return self::COST - $this->bonus;
    }

    /** Where the measure begins that it leads into, taught alone: with its upbeat only where one leads in that can be heard. */
    public function ofMeasure(): Place
    {
        return $this->measure ?? $this->place;
    }
}
