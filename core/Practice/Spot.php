<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Place;

/** A place that holds a class back (handbook 5). */
final readonly class Spot
{
    /**
     * @param Place      $from     the note before it
     * @param Place      $to       the note on which it lands
     * @param float|null $comfort  tempo at which it becomes comfortable, in beats a minute: the goal at which it would vanish; none for spots of another kind
     * @param float      $severity goal divided by comfort; 1 for spots without one
     */
    public function __construct(public Instrument $instrument, public Place $from, public Place $to, public ?float $comfort, public float $severity, public Notice $reason)
    {
    }
}
