<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Method\TeachingOrder;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Standing\Matter;

/**
 * The cut of a piece for a class, and what a method makes of it: what the teacher cut, what is proposed between, spots, order, steps and
 * their times. Each link is made when it is asked for.
 */
final class CutPlan
{
    /** An instrument holds the others back when they could go so many times as fast without it. */
    private const HOLDS_BACK = 1.2;

    private ?ChunkTree $tree = null;
    /** @var list<Spot>|null */
    private ?array $spots = null;
    /** @var non-empty-list<TaughtChunk>|null */
    private ?array $order = null;
    /** @var list<PlannedStep>|null */
    private ?array $steps = null;
    /** @var list<StepTime>|null */
    private ?array $times = null;

    /**
     * @param array<int, Chunk> $own
     * @param list<Instrument>  $instruments
     */
    private function __construct(
        public readonly PieceForClass $of,
        public readonly Method $method,
        public readonly array $own,
        public readonly array $instruments,
        public readonly int $goal,
        private readonly ?float $comfort,
    ) {
    }

    /**
     * @param array<int, Chunk> $own         the teacher's cut, by id; none where nobody changed what is proposed
     * @param list<Instrument>  $instruments that decide what is comfortable; those that count if none are named
     * @param int|null          $goal        beats a minute; the piece's own if none is named
     * @param float|null        $comfort     of every chunk, where a teacher typed it
     */
    public static function of(
        PieceForClass $piece,
        Method $method,
        array $own = [],
        array $instruments = [],
        ?int $goal = null,
        ?float $comfort = null,
    ): self {
        return new self($piece, $method, $own, [] === $instruments ? $piece->counting() : $instruments, $goal ?? $piece->goal, $comfort);
    }

    public function tree(): ChunkTree
    {
        return $this->tree ??= Cut::of($this->of->piece, $this->own)->tree(
            $this->of->likeness(),
            $this->of->policies->year(),
            $this->of->difficulty()->weights,
        );
    }

    /** @return list<Chunk> phrases that nobody changed yet */
    public function proposed(): array
    {
        $made = array_fill_keys(array_map(static fn (Chunk $chunk): string => $chunk->edges(), $this->own), true);
        $phrases = array_map(static fn (ChunkNode $phrase): Chunk => $phrase->chunk, $this->tree()->phrases());

        return array_values(array_filter($phrases, static fn (Chunk $chunk): bool => !isset($made[$chunk->edges()])));
    }

    /** @return list<Spot> worst first */
    public function spots(): array
    {
        return $this->spots ??= $this->of->difficulty()->spots($this->goal, $this->instruments);
    }

    /** @return non-empty-list<TaughtChunk> */
    public function order(): array
    {
        return $this->order ??= TeachingOrder::reckon($this->method, $this->tree(), $this->spots(), array_values($this->own));
    }

    /** @return list<PlannedStep> */
    public function steps(): array
    {
        return $this->steps ??= $this->stepsOver($this->order());
    }

    /**
     * The steps by which one chunk is learned by itself, as if nothing had been taught before.
     *
     * @param bool $byLadder a crossing, rung by rung
     *
     * @return list<PlannedStep>
     */
    public function stepsOf(Chunk $chunk, bool $byLadder): array
    {
        return $this->stepsOver(
            array_map(
                static fn (?Rung $rung): TaughtChunk => new TaughtChunk(StepPurpose::Learn, $chunk, rung: $rung),
                $byLadder ? Rung::cases() : [null],
            ),
        );
    }

    /** @return list<StepTime> one for each step */
    public function times(): array
    {
        return $this->times ??= SequenceTime::reckon(
            $this->of->piece,
            $this->goal,
            array_map(
                fn (PlannedStep $planned): SequenceStep => new SequenceStep(
                    $planned->step,
                    $planned->chunk,
                    $this->comfort($planned->chunk)->tempo,
                ),
                $this->steps(),
            ),
            $this->reading(),
        );
    }

    public function seconds(): float
    {
        return array_sum(array_map(static fn (StepTime $time): float => $time->seconds, $this->times()));
    }

    /** Beats a minute in which a step stops short of the goal, where it is out of reach; the lowest of all steps. */
    public function shortOf(): ?int
    {
        $short = [];
        foreach ($this->times() as $time) {
            if (null !== $time->stopsAt) {
                $short[] = $time->stopsAt;
            }
        }

        return [] === $short ? null : min($short);
    }

    /** The comfort tempo of a chunk before any practice. */
    public function comfort(Chunk $chunk): Comfort
    {
        return null === $this->comfort
            ? $this->of->difficulty()->comfort($chunk, $this->goal, $this->instruments)
            : Comfort::of($this->comfort, $this->goal);
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
            if (null !== $hardest && $hardest->tempo() < $this->goal) {
                $heat[$position] = $hardest;
            }
        }

        return $heat;
    }

    /** The instrument that alone holds the others far back, if there is one. */
    public function holdsBack(): ?Instrument
    {
        $whole = $this->hardest($this->tree()->whole);
        $others = null === $whole ? [] : $this->without($whole->instrument);
        $rest = [] === $others ? null : $this->of->difficulty()->hardest($this->tree()->whole, $others);
        if (null === $whole || null === $rest) {
            return null;
        }

        return self::HOLDS_BACK * $whole->tempo() > min($rest->tempo(), $this->goal) ? null : $whole->instrument;
    }

    /** @return list<Instrument> those that count without one of them */
    public function without(Instrument $instrument): array
    {
        return array_values(array_filter($this->instruments, static fn (Instrument $one): bool => $one !== $instrument));
    }

    /**
     * @param list<TaughtChunk> $order
     *
     * @return list<PlannedStep>
     */
    private function stepsOver(array $order): array
    {
        $policies = $this->of->policies;

        return Proposal::reckon($order, $this->comfort(...), $this->goal, $policies->rule, $policies->growth, $this->reading());
    }

    /** What the class has not read yet; where a teacher typed how comfortable all is, that holds. */
    private function reading(): ?FirstReading
    {
        if (null !== $this->comfort) {
            return null;
        }
        $met = [];
        foreach ($this->own as $id => $chunk) {
            $met[] = [Matter::of((string) $id), $chunk];
        }

        return $this->of->reading($met);
    }
}
