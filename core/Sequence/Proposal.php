<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Growth;
use CoinStair\Core\Stair\Stair;

/** The steps of a sequence that a method proposes: each chunk with the stair that it is expected to need (handbook 5 and 6). */
final class Proposal
{
    /**
     * @param list<TaughtChunk>        $order
     * @param \Closure(Chunk): Comfort $comfort of a chunk before any practice
     * @param FirstReading|null        $reading what the class has not read yet; nothing is new if none is given
     *
     * @return list<PlannedStep>
     */
    public static function reckon(
        array $order,
        \Closure $comfort,
        int $goal,
        CoinRule $rule,
        Growth $growth,
        ?FirstReading $reading = null,
    ): array {
        $steps = [];
        $practised = new Practised($reading);
        $learned = false;
        foreach ($order as $taught) {
            $hands = $practised->comfort($taught->chunk, $comfort($taught->chunk));
            $before = $practised->read($taught->chunk, $hands);
            [$stair, $asked] = match (true) {
                StepPurpose::Find === $taught->as => [Stair::ofTreads([$goal]), CoinRule::oneGo()],
                // A run before anything is learned goes where it is comfortable.
                StepPurpose::Run === $taught->as => [
                    Stair::ofTreads([$learned ? $goal : Stair::startTempo($before->lesser(), $goal)]),
                    CoinRule::oneGo(),
                ],
                null !== $taught->rung => [Stair::ofTreads([Stair::startTempo($hands->tempo, $goal)]), $rule],
                default => [self::climb($hands, $before, $goal, $growth), $rule],
            };
            $step = new Step($taught->as, $stair, $asked, $taught->rung);
            $steps[] = new PlannedStep($step, $taught->chunk, $before, $taught->like, $taught->spot);
            $learned = $learned || $taught->as->practises();
            $practised->add($step, $taught->chunk, $hands, $asked->count * \count($stair->treads));
        }

        return $steps;
    }

    /** From where the hands are; before that, where music is new, one tread at which it can be read. */
    private static function climb(Comfort $hands, Comfort $before, int $goal, Growth $growth): Stair
    {
        $stair = Stair::climb(Stair::startTempo($hands->tempo, $goal), $goal, $growth);

        return $before->lesser() < $hands->tempo ? $stair->startingAt($before->lesser()) : $stair;
    }
}
