<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use Symfony\Contracts\Cache\CacheInterface;

/** Where the results of each program are kept: each has a place of its own, which no other program's request opens. */
interface Stores
{
    /** @param int $program its id */
    public function of(int $program): CacheInterface;
}
