<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Record\ChunkList;
use App\Shared\Record\DifficultyRecord;
use App\Shared\Web\MusicExtension;
use CoinStair\Core\Chunk\Chunk as Span;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TeachingOrder;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Sequence\PlannedStep;
use CoinStair\Core\Sequence\Proposal;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;

/** Makes a class's sequence for a piece by one of the methods, over the teacher's cut where there is one. */
final readonly class SequenceBuilder
{
    public function __construct(private EntityManagerInterface $entities, private ChunkList $chunks, private DifficultyRecord $difficulty, private MusicExtension $music, private ClockInterface $clock)
    {
    }

    /** @param list<Instrument> $instruments that decide what is comfortable; all of the class if none are named */
    public function build(SchoolClass $class, Piece $piece, int $goal, Method $method = Method::Forward, array $instruments = []): Sequence
    {
        $sequence = new Sequence($class, $piece, $goal, null, $this->clock->now());
        $sequence->setMethod($method);
        $sequence->setInstruments($instruments);
        $this->fill($sequence);
        $this->entities->persist($sequence);

        return $sequence;
    }

    /** Replaces the steps by those of the method. */
    public function fill(Sequence $sequence): void
    {
        $sequence->clear();
        $class = $sequence->getClass();
        $piece = $sequence->getPiece();
        $planned = $this->planned($sequence);
        $spans = array_map(static fn (PlannedStep $step): Span => $step->chunk, $planned);
        $likes = array_values(array_filter(array_map(static fn (PlannedStep $step): ?Span => $step->like, $planned)));
        $chunks = $this->chunks->have($piece, [...$spans, ...$likes]);
        $sequence->add(new Step($sequence, StepPurpose::HoldCheck, null, null, $class->rule()));
        $like = \count($spans);
        foreach ($planned as $index => $step) {
            $row = new Step($sequence, $step->purpose, $chunks[$index], $step->stair, $step->rule);
            $row->setRung($step->rung);
            if (null !== $step->spot && true !== $step->rung?->isOnOpenStrings()) {
                $row->setPrompt(mb_substr($this->music->notice($step->spot->reason), 0, Step::PROMPT));
            }
            $row->setLike(null === $step->like ? null : $chunks[$like++]);
            $sequence->add($row);
        }
        $sequence->touch($this->clock->now());
    }

    /** @return list<PlannedStep> */
    private function planned(Sequence $sequence): array
    {
        $class = $sequence->getClass();
        $piece = $sequence->getPiece();
        $score = $piece->score();
        $goal = $sequence->getGoalTempo();
        $difficulty = $this->difficulty->of($piece, $class->handPolicies(), $class);
        $own = $this->chunks->cut($piece);
        $tree = Cut::of($score, $own)->tree(Likeness::of($score), $class->getYear(), $difficulty->weights);
        $instruments = $sequence->getInstruments();
        $order = TeachingOrder::of($sequence->getMethod(), $tree, $difficulty->spots($goal, $instruments), array_values($own));
        $typed = $sequence->getComfort();

        return Proposal::of($order, static fn (Span $chunk): Comfort => null === $typed ? $difficulty->comfort($chunk, $goal, $instruments) : Comfort::of($typed, $goal), $goal, $class->rule(), $class->growth());
    }
}
