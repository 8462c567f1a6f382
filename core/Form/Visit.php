<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

/** One playing of one measure. */
final readonly class Visit
{
    /**
     * @param int $position measure position in the file
     * @param int $pass     of the repeat around it, from 1
     */
    public function __construct(public int $position, public int $pass)
    {
    }
}
