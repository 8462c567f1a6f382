<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Form\CountIn;
use CoinStair\Core\Score\Piece;

/**
 * The time of each step of a sequence, taught in order: what was practised in earlier steps is more comfortable in later ones (handbook 6).
 */
final class SequenceTime
{
    /**
     * @param list<SequenceStep> $steps
     *
     * @return list<StepTime> one for each step
     */
    public static function of(Piece $piece, int $goal, array $steps): array
    {
        $times = [];
        $practised = new Practised();
        foreach ($steps as $step) {
            if (null === $step->chunk || null === $step->stair) {
                $times[] = StepTime::unplayed($step->purpose);
                continue;
            }
            $before = $practised->comfort($step->chunk, Comfort::of(max($step->comfort, $step->reached), $goal));
            $countIn = CountIn::ticks($piece, $step->chunk->from, $step->stair->treads[0]) / $piece->beatTicks;
            $beats = $step->chunk->beats($piece) + ($step->rung?->stopBeats() ?? 0);
            $times[] = StepTime::estimate($step->stair, $step->rule, $before, $step->mode, $beats, $countIn, $step->turns, $step->fromTread, StepTime::talk($step->purpose));
            if ($step->purpose->practises() && true !== $step->rung?->isOnOpenStrings()) {
                $practised->add($step->chunk, $before->afterCoins($step->rule->count * \count($times[\count($times) - 1]->tries)));
            }
        }

        return $times;
    }
}
