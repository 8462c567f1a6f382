<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Difficulty\Spot;

/** A step that a method proposes, with the comfort tempo that it is expected to start from. */
final readonly class PlannedStep
{
    public function __construct(
        public Step $step,
        public Chunk $chunk,
        public Comfort $comfort,
        /** the chunk with the same notes that was taught before */
        public ?Chunk $like = null,
        public ?Spot $spot = null,
    ) {
    }
}
