<?php

declare(strict_types=1);

namespace CoinStair\Core\Stair;

/** Where a class stands on a stair, and the states that follow. */
final readonly class StairState
{
    public function __construct(
        public int $tread,
        public int $coins,
        public int $misses,
        public bool $done,
        public int $onCoin,
        public int $onMiss,
        public int $onUp,
        public int $onDown,
    ) {
    }
}
