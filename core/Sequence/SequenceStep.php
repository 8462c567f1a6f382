<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;

/** A step on its chunk, with what a class brings to it: all that its time follows from. */
final readonly class SequenceStep
{
    /**
     * @param Chunk|null $chunk     none where nothing is played
     * @param float      $comfort   tempo of the chunk before any practice, in beats a minute
     * @param int        $fromTread tread on which the class starts
     * @param int        $reached   tempo that the class's log shows for the chunk; 0 for none
     */
    public function __construct(
        public Step $step,
        public ?Chunk $chunk,
        public float $comfort,
        public int $fromTread = 0,
        public int $reached = 0,
    ) {
    }
}
