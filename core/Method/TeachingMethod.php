<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Spot;

/** A way to teach the chunks of a tree (handbook 5). All but the run of the whole, which ends every order. */
interface TeachingMethod
{
    /**
     * @param list<Spot>  $spots worst first
     * @param list<Chunk> $own   the teacher's chunks
     */
    public function teach(Taught $taught, array $spots, array $own): void;
}
