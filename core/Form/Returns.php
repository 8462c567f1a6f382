<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Piece;

/**
 * What comes back in a piece, each time with its other ending, and the borders of sections that follow from it (handbook 5): from the
 * music alone, whatever the book marks.
 */
final readonly class Returns
{
    /** Measures by which an end and a start of a run may move, and what each costs. */
    private const REACH = 2;
    private const END = 2.0;
    private const START = 3.0;
    /** What speaks for the end of the piece, at which something ends in any case. */
    private const END_OF_PIECE = 10.0;
    /** A long note closes, it does not open. */
    private const HELD = 12.0;
    /** Measures of a run where none of four comes back. */
    private const THREE = 3;
    /** What has to speak for a return of which only the opening half is there: its first two measures alone are soon alike. */
    private const SHORTENED = 2 * Border::COST;

    /**
     * @param list<MeasureShape> $shapes as runs are compared
     * @param list<MeasureShape> $whole  with what leads into the next measure
     * @param int                $first  position of the first full measure
     * @param list<Run>          $runs   in order of their returns
     */
    private function __construct(
        private array $shapes,
        private array $whole,
        private Borders $borders,
        private int $first,
        public array $runs = [],
    ) {
    }

    /** @param Likeness $likeness over all parts */
    public static function of(Piece $piece, Likeness $likeness): self
    {
        $borders = Borders::ofMusic($piece, $likeness);
        $shapes = Runs::shapes($piece, $likeness);
        $self = new self($shapes, $likeness->shapes, $borders, $piece->upbeat() > 0 ? 1 : 0);
        $runs = Runs::find($piece, $shapes);
        if ([] === $runs) {
            $isSame = static fn (Run $run): bool => LikenessKind::Same === $run->kind;
            $runs = array_values(array_filter(Runs::find($piece, $shapes, self::THREE), $isSame));
        }
        $runs = [...$runs, ...$self->shortened($runs)];
        usort($runs, static fn (Run $one, Run $other): int => $one->at <=> $other->at);

        return new self($shapes, $likeness->shapes, $borders, $self->first, array_map($self->settled(...), $runs));
    }

    /** @return list<int> positions at which sections begin: starts and ends of what comes back for which something else speaks, too */
    public function starts(): array
    {
        $starts = [];
        foreach ($this->runs as $run) {
            $ends = LikenessKind::Longer === $run->kind ? [] : [$run->of + $run->length];
            array_push($starts, $run->of, $run->at, $run->at + $run->length, ...$ends);
        }
        $starts = $this->bordering($starts);
        $times = [];
        foreach ($this->runs as $run) {
            foreach (LikenessKind::Longer === $run->kind ? [] : $starts as $start) {
                if ($start > $run->of && $start < $run->of + $run->length) {
                    $times[] = $start - $run->of + $run->at;
                }
                if ($start > $run->at && $start < $run->at + $run->length) {
                    $times[] = $start - $run->at + $run->of;
                }
            }
        }
        $starts = $this->bordering([...$starts, ...$times]);
        $kept = [];
        foreach ($starts as $index => $start) {
            // A measure that is left over belongs to the run before it.
            if (($starts[$index + 1] ?? \count($this->shapes)) - $start > 1 && $start - $this->first > 1) {
                $kept[] = $start;
            }
        }

        return $kept;
    }

    /**
     * @param list<int> $positions
     *
     * @return list<int> those inside the piece for which more speaks than a border costs, once each and in order
     */
    private function bordering(array $positions): array
    {
        $positions = array_values(
            array_filter(
                array_unique($positions),
                fn (int $position): bool => $position > $this->first
                    && $position < \count($this->shapes)
                    && ($this->bonus($position) ?? 0.0) >= Border::COST,
            ),
        );
        sort($positions);

        return $positions;
    }

    /**
     * Where a run comes back once more, but not all of it: its opening half is enough.
     *
     * @param list<Run> $runs
     *
     * @return list<Run>
     */
    private function shortened(array $runs): array
    {
        $at = [];
        foreach ($this->shapes as $position => $shape) {
            $at[$shape->same][] = $position;
        }
        $openings = $taken = $found = [];
        foreach ($runs as $run) {
            $openings[$run->of] = max($openings[$run->of] ?? 0, $run->length);
            foreach ([$run->of, $run->at] as $from) {
                $taken += array_fill_keys(range($from, $from + $run->length - 1), true);
            }
        }
        foreach ($openings as $of => $length) {
            foreach ($at[$this->shapes[$of]->same] as $position) {
                $same = 0;
                while ($same < $length && ($this->shapes[$position + $same] ?? null)?->same === $this->shapes[$of + $same]->same) {
                    ++$same;
                }
                if (!isset($taken[$position]) && $same >= max(2, $length / 2) && ($this->bonus($position) ?? 0.0) >= self::SHORTENED) {
                    $found[] = new Run($of, $position, $same, LikenessKind::OtherEnding);
                }
            }
        }

        return $found;
    }

    /** A run with its other ending, and where more speaks for it from a little earlier or later on, for both of its places at once. */
    private function settled(Run $run): Run
    {
        if (LikenessKind::Longer === $run->kind) {
            return $run;
        }
        $start = $this->best($run->of, $run->at, self::START, 0);
        $end = $this->best($run->of + $run->length, $run->at + $run->length, self::END, $run->of + $start + 2);
        if ($run->of + $run->length + $end > $run->at + $start) {
            $end = 0;
        }

        return new Run($run->of + $start, $run->at + $start, $run->length - $start + $end, $run->kind, $run->by);
    }

    /** @return int measures by which both of two places are better moved; 0 where nothing is won by it */
    private function best(int $one, int $other, float $cost, int $least): int
    {
        $best = 0;
        $most = $this->together($one, $other) ?? -\INF;
        for ($by = -self::REACH; $by <= self::REACH; ++$by) {
            $bonus = 0 === $by || $one + $by < $least ? null : $this->together($one + $by, $other + $by);
            if (null !== $bonus && $bonus - $cost * abs($by) > $most) {
                $best = $by;
                $most = $bonus - $cost * abs($by);
            }
        }

        return $best;
    }

    private function together(int $one, int $other): ?float
    {
        $bonuses = [$this->bonus($one), $this->bonus($other)];

        return null === $bonuses[0] || null === $bonuses[1] ? null : $bonuses[0] + $bonuses[1];
    }

    /** What speaks for a section that begins with a measure; none where nothing may be cut. */
    private function bonus(int $position): ?float
    {
        if ($position === $this->first || $position === \count($this->shapes)) {
            return $position === $this->first ? Border::COST : self::END_OF_PIECE;
        }
        $border = $this->borders->into($position);
        if (null === $border || !isset($this->shapes[$position])) {
            return null;
        }
        $isHeld = $this->whole[$position]->onsets <= 1 && $this->whole[$position - 1]->onsets > 1;

        return $border->bonus - ($isHeld ? self::HELD : 0.0);
    }
}
