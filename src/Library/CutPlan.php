<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Piece;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Difficulty\Difficulty;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Method\TeachingOrder;
use CoinStair\Core\Sequence\PlannedStep;
use CoinStair\Core\Sequence\Proposal;
use CoinStair\Core\Sequence\SequenceStep;
use CoinStair\Core\Sequence\SequenceTime;
use CoinStair\Core\Sequence\StepTime;

/** The cut of a piece for a class or year: what a teacher made of it, what is proposed between, and what a method makes of both. */
final readonly class CutPlan
{
    /**
     * @param array<int, Chunk> $own      what the teacher made, by chunk id
     * @param list<Chunk>       $proposed phrases that nobody changed yet
     * @param list<Spot>        $spots    worst first
     * @param list<PlannedStep> $steps    of the method
     * @param list<StepTime>    $times    of the steps
     */
    private function __construct(
        public Piece $piece,
        public CutQuery $query,
        public Likeness $likeness,
        public ChunkTree $tree,
        public Difficulty $difficulty,
        public array $own,
        public array $proposed,
        public array $spots,
        public array $steps,
        public array $times,
    ) {
    }

    /** @param array<int, Chunk> $own what the teacher made, by chunk id */
    public static function of(Piece $piece, CutQuery $query, array $own, Difficulty $difficulty): self
    {
        $score = $piece->score();
        $goal = $piece->getGoalTempo();
        $likeness = Likeness::of($score);
        $tree = Cut::of($score, $own)->tree($likeness, $query->year, $difficulty->weights);
        $made = array_fill_keys(array_map(static fn (Chunk $chunk): string => $chunk->edges(), $own), true);
        $proposed = array_values(array_filter(array_map(static fn (ChunkNode $phrase): Chunk => $phrase->chunk, $tree->phrases()), static fn (Chunk $chunk): bool => !isset($made[$chunk->edges()])));
        $spots = $difficulty->spots($goal, $query->instruments);
        $steps = Proposal::of(TeachingOrder::of($query->method, $tree, $spots, array_values($own)), static fn (Chunk $chunk): Comfort => $difficulty->comfort($chunk, $goal, $query->instruments), $goal, $query->rule(), $query->growth());
        $times = SequenceTime::of($score, $goal, array_map(static fn (PlannedStep $step): SequenceStep => new SequenceStep($step->purpose, $step->chunk, $step->stair, $step->rule, $difficulty->comfort($step->chunk, $goal, $query->instruments)->tempo, rung: $step->rung), $steps));

        return new self($piece, $query, $likeness, $tree, $difficulty, $own, $proposed, $spots, $steps, $times);
    }

    public function hardest(Chunk $chunk): ?Hardest
    {
        return $this->difficulty->hardest($chunk, $this->query->instruments);
    }

    public function seconds(): float
    {
        return array_sum(array_map(static fn (StepTime $time): float => $time->seconds, $this->times));
    }

    /** Beats a minute in which a step stops short of the goal, where it is out of reach; the lowest of all steps. */
    public function shortOf(): ?int
    {
        $short = array_filter(array_map(static fn (StepTime $time): ?int => $time->stopsAt, $this->times), static fn (?int $tempo): bool => null !== $tempo);

        return [] === $short ? null : min($short);
    }
}
