<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Chunk as StoredChunk;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Reckoned\PiecesForClasses;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Web\MusicExtension;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\PlannedStep;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;

/** Makes a class's sequence for a piece by one of the methods, over the teacher's cut where there is one. */
final readonly class SequenceBuilder
{
    public function __construct(
        private EntityManagerInterface $entities,
        private ChunkRepository $chunks,
        private PiecesForClasses $pieces,
        private MusicExtension $music,
        private ClockInterface $clock,
    ) {
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
        $piece = $sequence->getPiece();
        $planned = $this->plan($sequence, $this->chunks->cut($piece))->steps();
        $chunks = $this->chunks->have($piece, [
            ...array_map(static fn (PlannedStep $one): Chunk => $one->chunk, $planned),
            ...array_values(array_filter(array_map(static fn (PlannedStep $one): ?Chunk => $one->like, $planned))),
        ]);
        $sequence->add(new Step($sequence, StepPurpose::HoldCheck, null, null, $sequence->getClass()->rule()));
        $like = \count($planned);
        foreach ($planned as $index => $one) {
            $sequence->add($this->row($sequence, $one, $chunks[$index], null === $one->like ? null : $chunks[$like++]));
        }
        $sequence->touch($this->clock->now());
    }

    /**
     * Adds the steps by which one more chunk is learned.
     *
     * @param bool $byLadder a crossing, rung by rung
     */
    public function add(Sequence $sequence, StoredChunk $chunk, bool $byLadder): void
    {
        foreach ($this->plan($sequence, [])->stepsOf($chunk->chunk(), $byLadder) as $one) {
            $sequence->add($this->row($sequence, $one, $chunk));
        }
    }

    /** @param array<int, Chunk> $own the teacher's cut, by id */
    private function plan(Sequence $sequence, array $own): CutPlan
    {
        return CutPlan::of(
            $this->pieces->of($sequence->getPiece(), $sequence->getClass()),
            $sequence->getMethod(),
            $own,
            $sequence->getInstruments(),
            $sequence->getGoalTempo(),
            $sequence->getComfort(),
        );
    }

    private function row(Sequence $sequence, PlannedStep $planned, StoredChunk $chunk, ?StoredChunk $like = null): Step
    {
        $row = new Step($sequence, $planned->step->purpose, $chunk, $planned->step->stair, $planned->step->rule);
        $row->setRung($planned->step->rung);
        $row->setLike($like);
        if (null !== $planned->spot && $row->matter()->isChunk()) {
            $row->setPrompt(mb_substr($this->music->notice($planned->spot->reason), 0, Step::PROMPT));
        }

        return $row;
    }
}
