<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;

/** A piece as far as it could be read, and what was left out. */
final readonly class ReadResult
{
    /**
     * @param list<Notice>          $notices
     * @param list<array{int, int}> $begins  line and column, from 1, at which each measure begins in the text; none where there is no text
     */
    public function __construct(public Piece $piece, public array $notices, public array $begins = [])
    {
    }
}
