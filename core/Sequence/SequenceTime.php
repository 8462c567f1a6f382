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
     * @param FirstReading|null  $reading what the class has not read yet; nothing is new if none is given
     *
     * @return list<StepTime> one for each step
     */
    public static function reckon(Piece $piece, int $goal, array $steps, ?FirstReading $reading = null): array
    {
        $times = [];
        $practised = new Practised($reading);
        foreach ($steps as $placed) {
            $step = $placed->step;
            if (null === $placed->chunk || null === $step->stair) {
                $times[] = StepTime::unplayed($step->purpose);
                continue;
            }
            $hands = $practised->comfort($placed->chunk, Comfort::of(max($placed->comfort, $placed->reached), $goal));
            $before = $practised->read($placed->chunk, $hands);
            $countIn = CountIn::ticks($piece, $placed->chunk->from, $step->stair->treads[0]) / $piece->beatTicks;
            $beats = $placed->chunk->beats($piece) + ($step->rung?->stopBeats() ?? 0);
            $times[] = $time = StepTime::estimate($step, $before, $beats, $countIn, $placed->fromTread);
            $practised->add($step, $placed->chunk, $hands, $step->rule->count * \count($time->tries));
        }

        return $times;
    }
}
