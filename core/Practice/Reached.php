<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Climbed;

/** A chunk as a class has it. */
final readonly class Reached
{
    /**
     * @param bool $isLearned it was learned or joined, not only played again
     * @param int  $meeting   of the class with the piece, from 0
     */
    public function __construct(public Chunk $chunk, public Climbed $climbed, public bool $isLearned, public int $meeting = 0)
    {
    }
}
