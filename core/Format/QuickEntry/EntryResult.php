<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Score\Piece;

/** A typed line as far as it could be read. */
final readonly class EntryResult
{
    /**
     * @param Piece|null         $piece    none while there is nothing to read
     * @param list<Problem>      $problems in reading order
     * @param list<MeasureCount> $counts   of each measure
     */
    public function __construct(public ?Piece $piece, public array $problems, public array $counts)
    {
    }

    public function isSound(): bool
    {
        return null !== $this->piece && [] === $this->problems;
    }
}
