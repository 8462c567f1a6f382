<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Score\Piece;

/**
 * The time of each step of a sequence, taught in order: what was practised in earlier steps is more comfortable in later ones (handbook 6).
 */
final class SequenceTime
{
    /**
     * @param float              $comfort tempo of the piece's chunks before any practice
     * @param list<SequenceStep> $steps
     *
     * @return list<StepTime> one for each step
     */
    public static function of(Piece $piece, float $comfort, int $goal, array $steps): array
    {
        $times = [];
        /** @var list<array{Chunk, Comfort}> $practised */
        $practised = [];
        foreach ($steps as $step) {
            if (null === $step->chunk || null === $step->stair) {
                $times[] = StepTime::fixed($step->purpose->fixedSeconds());
                continue;
            }
            $before = self::comfort($step->chunk, Comfort::of(max($comfort, $step->reached), $goal), $practised);
            $countIn = CountIn::ticks($piece, $step->chunk->from, $step->stair->treads[0]) / $piece->beatTicks;
            $times[] = StepTime::estimate($step->stair, $step->rule, $before, $step->mode, $step->chunk->beats($piece), $countIn, $step->turns, $step->fromTread);
            $practised[] = [$step->chunk, $before->afterCoins($step->rule->count * (\count($step->stair->treads) - $step->fromTread))];
        }

        return $times;
    }

    /**
     * The latest practice of the same chunk or of one around it counts; else the least comfortable of the chunks inside it.
     *
     * @param list<array{Chunk, Comfort}> $practised
     */
    private static function comfort(Chunk $chunk, Comfort $before, array $practised): Comfort
    {
        $inside = null;
        foreach (array_reverse($practised) as [$other, $comfort]) {
            if ($other->contains($chunk)) {
                return $comfort->tempo > $before->tempo ? $comfort : $before;
            }
            if ($chunk->contains($other) && (null === $inside || $comfort->tempo < $inside->tempo)) {
                $inside = $comfort;
            }
        }

        return null !== $inside && $inside->tempo > $before->tempo ? $inside : $before;
    }
}
