<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Stair;

/** One step of a proposed sequence, with the comfort tempo that it is expected to start from. */
final readonly class PlannedStep
{
    public function __construct(
        public StepPurpose $purpose,
        public Chunk $chunk,
        public Stair $stair,
        public CoinRule $rule,
        public Comfort $comfort,
        public ?Rung $rung = null,
        /** the chunk with the same notes that was taught before */
        public ?Chunk $like = null,
        public ?Spot $spot = null,
    ) {
    }
}
