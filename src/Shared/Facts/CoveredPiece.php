<?php

declare(strict_types=1);

namespace App\Shared\Facts;

use CoinStair\Core\Standing\CoverageState;
use CoinStair\Core\Standing\Reach;

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
        public Reach $reach,
    ) {
    }

    /** It was begun, and its whole is not at its goal yet. */
    public function isInWork(): bool
    {
        return CoverageState::AtGoal !== $this->state;
    }
}
