<?php

declare(strict_types=1);

namespace App\Shared\Plans;

use App\Shared\Looked\LibraryNeeds;
use CoinStair\Core\Readiness\WhatNext;

/**
 * What a class could play next, with what is told of each piece.
 *
 * @phpstan-import-type Outline from LibraryNeeds
 */
final readonly class RankedLibrary
{
    /**
     * @param array<int, Outline> $pieces by id
     * @param int                 $left   pieces that nobody looked at yet: the page can be asked again
     */
    public function __construct(public WhatNext $ranked, public array $pieces, public int $left)
    {
    }
}
