<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

/** What the log of a lesson says of one step. */
final readonly class StepResult
{
    public function __construct(
        public bool $begun,
        public bool $done,
        public int $coins,
        public int $misses,
        /** tread on which the class stopped */
        public int $tread,
        /** highest tempo at which the rule was met; 0 for none */
        public int $reached,
        /** @var array<int, int> coins by the tempo of the tread on which they fell */
        public array $coinsAt = [],
        /** rounds that were done before the stair */
        public int $rounds = 0,
    ) {
    }
}
