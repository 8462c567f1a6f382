<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Score\Piece;

/**
 * The method "forward and joined" (handbook 5): first chunk, second, both; third, fourth, both; all four, up the tree; the whole at the end.
 */
final class ForwardJoined
{
    /**
     * @param non-empty-list<Chunk> $chunks  in the order of the piece
     * @param float                 $comfort tempo of each chunk before the lesson
     *
     * @return list<PlannedStep>
     */
    public static function steps(Piece $piece, array $chunks, int $goal, float $comfort, CoinRule $rule, Growth $growth): array
    {
        $steps = [];
        [$whole, $ready] = self::learn($piece, array_values($chunks), Comfort::of($comfort, $goal), $goal, $rule, $growth, $steps);
        if (!$whole->from->equals($piece->start()) || !$whole->to->equals($piece->end())) {
            $whole = Chunk::whole($piece);
        }
        $steps[] = new PlannedStep(StepPurpose::Run, Chunk::of($piece, ChunkKind::Whole, $whole->from, $whole->to, false), Stair::ofTreads([$goal]), CoinRule::oneGo(), $ready);

        return $steps;
    }

    /**
     * @param non-empty-list<Chunk> $chunks
     * @param list<PlannedStep>     $steps
     *
     * @return array{Chunk, Comfort} what the chunks are together, and how comfortable they are then
     */
    private static function learn(Piece $piece, array $chunks, Comfort $comfort, int $goal, CoinRule $rule, Growth $growth, array &$steps): array
    {
        if (1 === \count($chunks)) {
            $stair = Stair::climb(Stair::startTempo($comfort->tempo, $goal), $goal, $growth);
            $steps[] = new PlannedStep(StepPurpose::Learn, $chunks[0], $stair, $rule, $comfort);

            return [$chunks[0], $comfort->afterCoins($rule->count * \count($stair->treads))];
        }
        // The left side takes the largest power of two, so that pairs are joined before fours, and fours before eights.
        $half = 2 ** (int) floor(log(\count($chunks) - 1, 2));
        [$left, $leftComfort] = self::learn($piece, self::slice($chunks, 0, $half), $comfort, $goal, $rule, $growth, $steps);
        [$right, $rightComfort] = self::learn($piece, self::slice($chunks, $half, \count($chunks) - $half), $comfort, $goal, $rule, $growth, $steps);
        $whole = $left->from->equals($piece->start()) && $right->to->equals($piece->end());
        $joined = $left->join($right, $whole ? ChunkKind::Whole : ChunkKind::Join);
        $ready = $leftComfort->tempo < $rightComfort->tempo ? $leftComfort : $rightComfort;
        $stair = Stair::climb(Stair::startTempo($ready->tempo, $goal), $goal, $growth);
        $steps[] = new PlannedStep(StepPurpose::Join, $joined, $stair, $rule, $ready);

        return [$joined, $ready->afterCoins($rule->count * \count($stair->treads))];
    }

    /**
     * @param non-empty-list<Chunk> $chunks
     *
     * @return non-empty-list<Chunk>
     */
    private static function slice(array $chunks, int $from, int $count): array
    {
        $slice = \array_slice($chunks, $from, max(1, $count));
        \assert([] !== $slice);

        return $slice;
    }
}
