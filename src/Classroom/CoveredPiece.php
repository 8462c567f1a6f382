<?php

declare(strict_types=1);

namespace App\Classroom;

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
}
