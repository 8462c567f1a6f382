<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Score\Piece;

/** A piece of a book's index: its number as the book has it, and its outline. */
final readonly class BookIndexRow
{
    public function __construct(public string $number, public Piece $piece)
    {
    }
}
