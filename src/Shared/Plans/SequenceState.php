<?php

declare(strict_types=1);

namespace App\Shared\Plans;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Sequence\LessonSequence;
use CoinStair\Core\Sequence\Offer;
use CoinStair\Core\Sequence\SequenceOutline;

/** All that the page of a sequence tells of it. */
final readonly class SequenceState
{
    /**
     * @param \Closure(): LessonSequence $plan     with its steps, which are many
     * @param string                     $key      of the plan: tells all that it follows from; empty for a row of short pieces
     * @param string                     $log      tells this state of the class's log from any other; empty where it has had no lesson
     * @param list<Chunk>                $newerCut phrases that would be cut now; none where they are those on which the sequence was built
     * @param list<Offer>                $offers   what can be done where the goal stays out of reach, each with its effect
     */
    public function __construct(
        public SequenceOutline $outline,
        public \Closure $plan,
        public string $key,
        public string $log,
        public array $newerCut = [],
        public array $offers = [],
    ) {
    }
}
