<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Sequence\TimedSequence;

/** A class's sequence with its times. */
final readonly class TimedSequences
{
    public function __construct(private PiecesForClasses $pieces, private Memory $memory)
    {
    }

    public function of(Sequence $sequence): TimedSequence
    {
        return TimedSequence::of(
            $this->pieces->of($sequence->getPiece(), $sequence->getClass()),
            array_map(static fn (Step $step): array => [$step->step(), $step->matter(), $step->getChunk()?->chunk()], $sequence->steps()),
            $sequence->getInstruments(),
            $sequence->getGoalTempo(),
            $sequence->getComfort(),
            $this->memory,
        );
    }
}
