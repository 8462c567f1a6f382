<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

/** A place at which music may be cut, and what ends there. */
final readonly class Seam
{
    /**
     * @param bool  $afterRest  all parts rested just before
     * @param float $afterBeats of the shortest of the notes on which the parts end here; 0 if none plays
     * @param bool  $afterSlur  a slur ends here in all parts that play
     */
    public function __construct(public bool $afterRest, public float $afterBeats, public bool $afterSlur)
    {
    }
}
