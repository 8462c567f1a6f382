<?php

declare(strict_types=1);

namespace App\Shared\Facts;

use CoinStair\Core\Standing\CoverageState;

/** A piece that a class has met, with its chunks. */
final readonly class CoveredPiece
{
    /**
     * @param string             $last   day (Y-m-d) of the last lesson on it
     * @param list<CoveredChunk> $chunks in the order of the music
     */
    public function __construct(
        public int $piece,
        public string $title,
        public CoverageState $state,
        public string $last,
        public array $chunks,
    ) {
    }

    /** It was begun, and its whole is not at its goal yet. */
    public function isInWork(): bool
    {
        return CoverageState::AtGoal !== $this->state;
    }

    /** Chunks that have met their goal. */
    public function atGoal(): int
    {
        return \count(array_filter($this->chunks, static fn (CoveredChunk $chunk): bool => $chunk->reached >= $chunk->goal));
    }

    /** Beats a minute: the fastest that was reached, of the chunk that goes furthest. */
    public function reached(): int
    {
        return max([0, ...array_map(static fn (CoveredChunk $chunk): int => $chunk->reached, $this->chunks)]);
    }

    public function goal(): int
    {
        return max([0, ...array_map(static fn (CoveredChunk $chunk): int => $chunk->goal, $this->chunks)]);
    }
}
