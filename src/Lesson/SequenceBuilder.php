<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Record\ChunkList;
use CoinStair\Core\Practice\Chunk as Span;
use CoinStair\Core\Practice\ChunkKind;
use CoinStair\Core\Practice\Comfort;
use CoinStair\Core\Practice\EvenCut;
use CoinStair\Core\Practice\ForwardJoined;
use CoinStair\Core\Practice\PlannedStep;
use CoinStair\Core\Practice\StepPurpose;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;

/** Makes a class's sequence for a piece by the method "forward and joined". */
final readonly class SequenceBuilder
{
    public function __construct(private EntityManagerInterface $entities, private ChunkList $chunks, private ClockInterface $clock)
    {
    }

    public function build(SchoolClass $class, Piece $piece, int $goal, ?float $comfort = null): Sequence
    {
        $sequence = new Sequence($class, $piece, $goal, $comfort ?? Comfort::untilKnown($goal)->tempo, $this->clock->now());
        $this->fill($sequence);
        $this->entities->persist($sequence);

        return $sequence;
    }

    /** Replaces the steps by those of the method. */
    public function fill(Sequence $sequence): void
    {
        $sequence->clear();
        $piece = $sequence->getPiece();
        $planned = ForwardJoined::steps($piece->score(), $this->leaves($piece), $sequence->getGoalTempo(), $sequence->getComfort(), $sequence->getClass()->rule(), $sequence->getClass()->growth());
        $chunks = $this->chunks->have($piece, array_map(static fn (PlannedStep $step): Span => $step->chunk, $planned));
        $sequence->add(new Step($sequence, StepPurpose::HoldCheck, null, null, $sequence->getClass()->rule()));
        foreach ($planned as $index => $step) {
            $sequence->add(new Step($sequence, $step->purpose, $chunks[$index], $step->stair, $step->rule));
        }
        $sequence->touch($this->clock->now());
    }

    /**
     * The teacher's own cut where it covers the piece from end to end, without joins; else four measures each.
     *
     * @return non-empty-list<Span>
     */
    private function leaves(Piece $piece): array
    {
        $score = $piece->score();
        $leaves = [];
        $at = $score->start();
        foreach ($this->chunks->of($piece) as $chunk) {
            $span = $chunk->span();
            if (\in_array($span->kind, [ChunkKind::Join, ChunkKind::Whole], true)) {
                continue;
            }
            if ($span->from->equals($at)) {
                $leaves[] = $span;
                $at = $span->to;
            }
        }

        return [] !== $leaves && $at->equals($score->end()) ? $leaves : EvenCut::of($score);
    }
}
