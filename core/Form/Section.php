<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

/** A run of measures with its letter; a prime where it is like an earlier one but not the same (handbook 5). */
final readonly class Section
{
    /**
     * @param string $label A, B, A′ …
     * @param int    $from  measure position
     * @param int    $to    measure position after the last
     */
    public function __construct(public string $label, public int $from, public int $to)
    {
    }
}
