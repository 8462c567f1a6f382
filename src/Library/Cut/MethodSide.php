<?php

declare(strict_types=1);

namespace App\Library\Cut;

use CoinStair\Core\Method\Method;

/** One of two methods that are compared. */
final readonly class MethodSide
{
    /** @param string $name of the field that chooses it */
    public function __construct(public string $name, public Method $method, public ShownCut $shown)
    {
    }
}
