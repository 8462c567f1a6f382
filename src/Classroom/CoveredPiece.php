<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Piece;
use CoinStair\Core\Standing\ChunkCoverage;
use CoinStair\Core\Standing\CoverageState;

/** A piece that a class has met, with its chunks. */
final readonly class CoveredPiece
{
    /**
     * @param string                                        $last   day (Y-m-d) of the last lesson on it
     * @param list<array{chunk: Chunk, met: ChunkCoverage}> $chunks in the order of the music
     */
    public function __construct(public Piece $piece, public CoverageState $state, public string $last, public array $chunks)
    {
    }
}
