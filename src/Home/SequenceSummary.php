<?php

declare(strict_types=1);

namespace App\Home;

use App\Shared\Entity\Sequence;
use CoinStair\Core\Sequence\TimedSequence;

/** What Today says of a sequence. */
final readonly class SequenceSummary
{
    /**
     * @param float $secondsLeft of the steps that are still to be taught
     * @param float $available   seconds of a lesson in which something can be taught
     * @param int   $fits        steps, from the first, that fit into the next lesson
     */
    private function __construct(
        public int $sequence,
        public string $title,
        public int $goalTempo,
        public int $beatTicks,
        public float $secondsLeft,
        public float $available,
        public int $fits,
        public int $steps,
        public bool $isDone,
    ) {
    }

    public static function of(Sequence $sequence, TimedSequence $timed): self
    {
        return new self(
            (int) $sequence->getId(),
            $sequence->getPiece()->getTitle(),
            $sequence->getGoalTempo(),
            $sequence->getPiece()->score()->beatTicks,
            $timed->seconds(true),
            $timed->available,
            $timed->fits(),
            \count($timed->steps),
            $timed->isDone(),
        );
    }
}
