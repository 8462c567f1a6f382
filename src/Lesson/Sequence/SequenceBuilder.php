<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Shared\Cut\Cuts;
use App\Shared\Entity\Chunk as StoredChunk;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Plans\LessonSequences;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\OrderOfRound;
use CoinStair\Core\Sequence\ShortPieces;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;

/** Makes a class's sequence for a piece by one of the methods, over the cut as it is when the sequence is built. */
final readonly class SequenceBuilder
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Cuts $cuts,
        private LessonSequences $plans,
        private ClockInterface $clock,
    ) {
    }

    public function build(SchoolClass $class, Piece $piece, int $goal, Method $method = Method::Forward): Sequence
    {
        $sequence = new Sequence($class, $piece, $goal, null, $this->clock->now());
        $sequence->setMethod($method);
        $this->entities->persist($sequence);
        $this->fill($sequence);

        return $sequence;
    }

    /** The steps as the method makes them; what was set by hand of one that is there again stays. */
    public function anew(Sequence $sequence): void
    {
        $set = [];
        foreach ($sequence->steps() as $step) {
            if ($step->isSetByHand()) {
                $set[$step->key()][] = [$step->hand(), $step->getPattern(), $step->getPrompt()];
            }
        }
        $this->fill($sequence);
        foreach ($sequence->steps() as $step) {
            $of = $set[$step->key()] ?? [];
            $kept = array_shift($of);
            $set[$step->key()] = $of;
            if (null !== $kept) {
                [$hand, $pattern, $prompt] = $kept;
                $step->setHand($hand);
                $step->setPattern($pattern);
                $step->setPrompt($prompt);
            }
        }
    }

    /** Replaces the steps by those of the method, over the cut that the sequence has. */
    public function fill(Sequence $sequence): void
    {
        if ($sequence->isRow()) {
            return;
        }
        $plan = $this->plans->plan($sequence);
        $order = $plan->order();
        $phrases = array_map(static fn (ChunkNode $phrase): Chunk => $phrase->chunk, $plan->tree()->phrases());
        $chunks = $this->cuts->have($sequence->getPiece(), [
            ...$phrases,
            ...array_map(static fn (TaughtChunk $taught): Chunk => $taught->chunk, $order),
            ...array_values(array_filter(array_map(static fn (TaughtChunk $taught): ?Chunk => $taught->like, $order))),
        ]);
        $byEdges = [];
        foreach ($chunks as $chunk) {
            $byEdges[$chunk->chunk()->edges()] = $chunk;
        }
        $sequence->setCut(
            array_map(static fn (Chunk $phrase): int => (int) $byEdges[$phrase->edges()]->getId(), $phrases),
        );
        $sequence->clear();
        foreach ($order as $taught) {
            $step = new Step(
                $sequence,
                $taught->as,
                $byEdges[$taught->chunk->edges()],
                null === $taught->like ? null : $byEdges[$taught->like->edges()],
                $taught->rung,
            );
            $who = OrderOfRound::who($taught);
            if (null !== $who) {
                $step->setHand(new ByHand(who: $who));
            }
            $sequence->add($step);
        }
        $sequence->touch($this->clock->now());
    }

    /**
     * A row of short pieces: one short step a piece, all plucked, then all bowed.
     *
     * @param non-empty-list<Piece> $pieces
     */
    public function row(SchoolClass $class, array $pieces): Sequence
    {
        $goal = max(array_map(static fn (Piece $piece): int => $piece->getGoalTempo(), $pieces));
        $sequence = new Sequence($class, $pieces[0], $goal, null, $this->clock->now());
        $sequence->setPieces(array_map(static fn (Piece $piece): int => (int) $piece->getId(), $pieces));
        $this->entities->persist($sequence);
        $chunks = array_map(fn (Piece $piece): StoredChunk => $this->cuts->have($piece, [Chunk::whole($piece->score())])[0], $pieces);
        foreach (ShortPieces::modes() as $mode) {
            foreach ($chunks as $chunk) {
                $step = new Step($sequence, StepPurpose::Run, $chunk);
                $step->setHand(new ByHand(mode: $mode));
                $sequence->add($step);
            }
        }

        return $sequence;
    }

    /** Cuts anew as it would be cut now, and makes the steps of that. */
    public function takeNewerCut(Sequence $sequence): void
    {
        $sequence->setCut([]);
        $this->fill($sequence);
    }

    /**
     * Adds the steps by which one more chunk is learned.
     *
     * @param bool $byLadder a crossing, rung by rung
     */
    public function add(Sequence $sequence, StoredChunk $chunk, bool $byLadder): void
    {
        foreach (CutPlan::stepsOf($chunk->chunk(), $byLadder) as $taught) {
            $sequence->add(new Step($sequence, $taught->as, $chunk, null, $taught->rung));
        }
    }
}
