<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Score\Notice;

/** What is wrong with a token of a typed line. */
final readonly class Problem
{
    /**
     * @param int $line   of the typed text, from 1; 0 for what stands before it
     * @param int $column from 1
     * @param int $length characters to underline
     */
    public function __construct(public int $line, public int $column, public int $length, public Notice $notice)
    {
    }
}
