<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Stair;

/** A step of a sequence as its time is reckoned. */
final readonly class SequenceStep
{
    /**
     * @param float      $comfort   tempo of the chunk before any practice, in beats a minute
     * @param Chunk|null $chunk     none where nothing is played
     * @param Stair|null $stair     none where nothing is played
     * @param int        $fromTread tread on which the class starts
     * @param int        $reached   tempo that the class's log shows for the chunk; 0 for none
     */
    public function __construct(
        public StepPurpose $purpose,
        public ?Chunk $chunk,
        public ?Stair $stair,
        public CoinRule $rule,
        public float $comfort,
        public Mode $mode = Mode::Bow,
        public int $turns = 1,
        public int $fromTread = 0,
        public int $reached = 0,
        public ?Rung $rung = null,
    ) {
    }
}
