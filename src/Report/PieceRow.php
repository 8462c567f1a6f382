<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Facts\CoveredPiece;

/** A piece in the table of pieces and classes. */
final readonly class PieceRow
{
    /**
     * @param string                   $book with the number of the piece in it
     * @param array<int, CoveredPiece> $met  how far each class is with it, by id of the class; those that never met it are not there
     */
    public function __construct(public int $id, public string $title, public string $book, public array $met)
    {
    }
}
