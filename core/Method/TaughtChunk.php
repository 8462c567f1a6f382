<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Difficulty\Spot;

/** One place in the order of a method: a chunk, and what is done with it. */
final readonly class TaughtChunk
{
    /**
     * @param StepPurpose   $as     learn, find, join or run
     * @param Chunk|null    $like   the chunk with the same notes that was taught before; where it is found again
     * @param Rung|null     $rung   of the ladder of a crossing
     * @param Spot|null     $spot   that the chunk is made of
     * @param InGroups|null $groups that play it one after the other; none where the class plays it together
     */
    public function __construct(
        public StepPurpose $as,
        public Chunk $chunk,
        public ?Chunk $like = null,
        public ?Rung $rung = null,
        public ?Spot $spot = null,
        public ?InGroups $groups = null,
    ) {
    }
}
