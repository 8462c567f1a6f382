<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Chunk\FixedCut;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Method\TeachingOrder;
use CoinStair\Core\Practice\Groups;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Place;

/**
 * The cut of a piece for a class, and what a method makes of it: what the teacher cut, what is proposed between, spots, order, steps and
 * their times. Each link is made when it is asked for.
 */
final class CutPlan
{
    private ?ChunkTree $tree = null;
    /** @var list<Spot>|null */
    private ?array $spots = null;
    /** @var non-empty-list<TaughtChunk>|null */
    private ?array $order = null;
    private ?Groups $groups = null;
    private ?LessonSequence $plan = null;
    /** After the lessons that were taught. */
    private ?ClassState $class = null;

    /**
     * @param list<Instrument> $instruments
     */
    private function __construct(
        public readonly PieceForClass $of,
        public readonly Method $method,
        public readonly FixedCut $fixed,
        public readonly array $instruments,
        public readonly Aim $aim,
    ) {
    }

    /**
     * @param FixedCut|null    $fixed       nothing if none is named
     * @param list<Instrument> $instruments whose hard places are told; those that count if none are named
     * @param Aim|null         $aim         the class's own for the piece's goal if none is named
     */
    public static function of(
        PieceForClass $piece,
        Method $method,
        ?FixedCut $fixed = null,
        array $instruments = [],
        ?Aim $aim = null,
    ): self {
        $piece = $piece->asLearned();

        return new self(
            $piece,
            $method,
            $fixed ?? FixedCut::nothing(),
            [] === $instruments ? $piece->counting() : $instruments,
            $aim ?? $piece->aim(),
        );
    }

    /** The same cut for another aim. */
    public function with(Aim $aim): self
    {
        return new self($this->of, $this->method, $this->fixed, $this->instruments, $aim);
    }

    /** As it would be cut for another year, whatever it was cut for before: the smaller the year, the smaller its chunks. */
    public function cutForYear(int $year): self
    {
        $plan = new self($this->of, $this->method, $this->fixed->ofTeacher(), $this->instruments, $this->aim);
        $plan->tree = $plan->treeFor($year);

        return $plan;
    }

    public function tree(): ChunkTree
    {
        return $this->tree ??= $this->treeFor($this->of->policies->year());
    }

    /** @return list<Chunk> one after the other, over the whole piece */
    public function phrases(): array
    {
        return array_map(static fn (ChunkNode $phrase): Chunk => $phrase->chunk, $this->tree()->phrases());
    }

    /** @return list<Chunk> phrases as they would be cut now, where that is another cut than the one on which it was built; else none */
    public function newerPhrases(): array
    {
        $now = (new self($this->of, $this->method, $this->fixed->ofTeacher(), $this->instruments, $this->aim))->phrases();
        $edges = static fn (Chunk $chunk): array => [$chunk->edges(), $chunk->kind, $chunk->lands];

        return array_map($edges, $now) === array_map($edges, $this->phrases()) ? [] : $now;
    }

    /** @return list<Chunk> phrases that nobody changed yet */
    public function proposed(): array
    {
        $made = array_fill_keys(array_map(static fn (Chunk $chunk): string => $chunk->edges(), $this->fixed->own), true);

        return array_values(array_filter($this->phrases(), static fn (Chunk $chunk): bool => !isset($made[$chunk->edges()])));
    }

    /** @return list<Spot> worst first */
    public function spots(): array
    {
        return $this->spots ??= $this->of->difficulty()->spots($this->aim->goal, $this->instruments);
    }

    /** Those by whom the stairs of the class go, and those that are apart. */
    public function groups(): Groups
    {
        return $this->groups ??= Groups::find(
            null === $this->aim->comfort ? $this->of->difficulty() : null,
            $this->tree()->whole,
            $this->aim->instruments,
            $this->of->policies->players,
            $this->aim->goal,
            $this->aim->slow,
        );
    }

    /** @return non-empty-list<TaughtChunk> */
    public function order(): array
    {
        if (null !== $this->order) {
            return $this->order;
        }
        $order = TeachingOrder::reckon(
            $this->method,
            $this->tree(),
            $this->of->difficulty()->spots($this->aim->goal, $this->groups()->together),
            array_values($this->fixed->own),
        );

        return $this->order = null === $this->of->round ? $order : OrderOfRound::of($this->of->piece, $this->of->round, $order);
    }

    /**
     * What a class does with it over as many lessons as it takes.
     *
     * @param list<OrderedStep>|null $order as a teacher has it; that of the method if none is given
     */
    public function plan(?array $order = null): LessonSequence
    {
        if (null !== $order) {
            return PlayThrough::of($this->of, $this->tree(), $order, $this->aim, $this->groups());
        }

        return $this->plan ??= PlayThrough::of(
            $this->of,
            $this->tree(),
            array_map(
                static fn (TaughtChunk $taught): OrderedStep => OrderedStep::of($taught, hand: new ByHand(who: OrderOfRound::who($taught))),
                $this->order(),
            ),
            $this->aim,
            $this->groups(),
        );
    }

    /** Where a stair on a chunk starts after the lessons that were taught: beats a minute. */
    public function startsAt(Chunk $chunk): int
    {
        $class = $this->class ??= new ClassState($this->of, $this->aim, $this->groups());

        return (new StepPlanner($this->of, $this->tree(), $this->aim, $class))->maker->start($class->practice, $chunk);
    }

    /**
     * The steps by which one chunk is learned by itself.
     *
     * @param bool $byLadder a crossing, rung by rung
     *
     * @return list<TaughtChunk>
     */
    public static function stepsOf(Chunk $chunk, bool $byLadder): array
    {
        return array_map(
            static fn (?Rung $rung): TaughtChunk => new TaughtChunk(StepPurpose::Learn, $chunk, rung: $rung),
            $byLadder ? Rung::cases() : [null],
        );
    }

    public function hardest(Chunk $chunk): ?Hardest
    {
        return $this->of->difficulty()->hardest($chunk, $this->instruments);
    }

    /** @return array<int, Hardest> what holds back each measure that is not comfortable at the goal, by position */
    public function heat(): array
    {
        $heat = [];
        foreach (array_keys($this->of->piece->measures) as $position) {
            $hardest = $this->hardest(Chunk::of($this->of->piece, ChunkKind::Measure, Place::of($position), Place::of($position + 1)));
            if (null !== $hardest && $hardest->tempo() < $this->aim->goal) {
                $heat[$position] = $hardest;
            }
        }

        return $heat;
    }

    private function treeFor(int $year): ChunkTree
    {
        return $this->fixed->in($this->of->piece)->tree(
            $this->of->likeness(),
            $year,
            $this->of->difficulty()->weights,
        );
    }
}
