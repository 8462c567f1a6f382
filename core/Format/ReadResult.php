<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;

/** A piece as far as it could be read, and what was left out. */
final readonly class ReadResult
{
    /** @param list<Notice> $notices */
    public function __construct(public Piece $piece, public array $notices)
    {
    }
}
