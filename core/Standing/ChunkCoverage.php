<?php

declare(strict_types=1);

namespace CoinStair\Core\Standing;

/** What a class's logs say of one chunk, or of a rung on open strings before it. */
final readonly class ChunkCoverage
{
    public function __construct(
        public Matter $matter,
        public CoverageState $state,
        public int $lessons,
        public int $coins,
        public int $misses,
        /** highest tempo at which the rule was met; 0 for none */
        public int $reached,
        /** tempo of the tread on which the class stopped last */
        public int $stoppedAt,
        public int $goal,
        public string $firstDay,
        public string $lastDay,
    ) {
    }

    public function isAtGoal(): bool
    {
        return CoverageState::AtGoal === $this->state;
    }
}
