<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/**
 * All of a stroke that its way on the bow depends on. Two strokes with the same key have the same ways at the same price.
 */
final class BowStep
{
    private const AMOUNT = 4.0;
    /** Of an amount that is obeyed before all else. */
    private const WHOLE = 400.0;
    private const SPEED = 0.5;
    private const ACCENT_ZONE = 0.25;
    private const QUICK_ZONE = 0.5;
    private const SOFT_ZONE = 0.65;
    /** The half in which the stroke starts. */
    private const SAME_HALF = -1.0;
    private const QUICK = 0.5;
    private const LONG = 2.0;
    /** Beats of a rest after which the bow is set anywhere. */
    private const SET = 2;
    /** Where nothing fits, the bow is set anew: dear, but never a dead end. */
    private const SET_ANEW = 50.0;

    public readonly string $key;
    /** @var array<int, array<int, float>> what place and amount cost, by place and units: reckoned when they are first asked for */
    private array $placed = [];
    /** @var array<int, array<int, float>> what the change of speed costs, by units of the stroke before and units */
    private array $changed = [];

    /**
     * @param int                 $way     1 down, toward the tip; -1 up
     * @param non-empty-list<int> $amounts units of the grid, rising
     * @param float               $wish    share of the bow
     * @param float|null          $zone    where the middle of the stroke would best lie; none where it does not matter
     * @param int|null            $start   the only place where it may start; none: anywhere, if it is free, or where the one before ended
     * @param bool                $free    starts anywhere: begins the line upward, or follows a lift
     * @param float               $slower  beats of this stroke for one of the stroke before; 0 for the first
     */
    private function __construct(
        public readonly int $way,
        public readonly array $amounts,
        public readonly float $wish,
        private readonly ?float $zone,
        private readonly ?int $start,
        private readonly bool $free,
        private readonly float $slower,
        private readonly float $weight,
    ) {
        $this->key = implode(' ', [$way, $wish, $zone ?? '-', $start ?? '-', (int) $free, $slower, $weight, ...$amounts]);
    }

    public static function of(BowedStroke $bowed, ?BowedStroke $before, float $wish, AmountPolicy $policy, StartPolicy $starts): self
    {
        $stroke = $bowed->stroke;
        $down = Direction::Down === $bowed->direction;
        // Short strokes start where they lie best.
        $isFirst = null === $before && !$stroke->short;

        return new self(
            $down ? 1 : -1,
            null === $stroke->amount ? BowGrid::amounts($wish) : [max(1, (int) round($wish * BowGrid::STEPS))],
            $wish,
            match (true) {
                $stroke->accented => self::ACCENT_ZONE,
                $stroke->short => self::QUICK_ZONE,
                null !== $before && $before->stroke->beats >= self::LONG && $stroke->beats * 2 <= $before->stroke->beats => self::SAME_HALF,
                $stroke->beats <= self::QUICK => self::QUICK_ZONE,
                $stroke->loudness < 0 => self::SOFT_ZONE,
                default => null,
            },
            $isFirst && $down ? $starts->place(AmountPolicy::Whole === $policy ? self::LONG : $stroke->beats) : null,
            $bowed->isLifted() || null === $before || $stroke->rest * $stroke->beats >= self::SET * $stroke->length,
            null === $before ? 0.0 : $stroke->beats / $before->stroke->beats,
            AmountPolicy::Whole === $policy ? self::WHOLE : self::AMOUNT,
        );
    }

    /**
     * Every way the stroke can go, each for 4 (amount − wish)² + zone miss + 0.5 (log₂ of the speed ratio to the stroke before)².
     *
     * @param int $earlierEnd   where the stroke before ended, on the grid
     * @param int $earlierUnits how much bow it took; 0 if there was none
     *
     * @return list<array{int, int, int, float}> start, end, units, price
     */
    public function ways(int $earlierEnd, int $earlierUnits): array
    {
        $ways = [];
        foreach ($this->starts($earlierEnd) as [$start, $penalty]) {
            foreach ($this->amounts as $units) {
                $end = $start + $this->way * $units;
                if ($end >= 0 && $end <= BowGrid::STEPS) {
                    $placed = $this->placed[$start][$units] ??= $this->place($start, $units);
                    $changed = 0 === $earlierUnits ? 0.0 : $this->changed[$earlierUnits][$units] ??= $this->change($units, $earlierUnits);
                    $ways[] = [$start, $end, $units, $penalty + ($placed + $changed)];
                }
            }
        }

        return $ways;
    }

    private function place(int $start, int $units): float
    {
        $middle = ($start + $this->way * $units / 2) / BowGrid::STEPS;
        $zone = self::SAME_HALF === $this->zone ? ($start * 2 >= BowGrid::STEPS ? 0.75 : 0.25) : $this->zone;

        return $this->weight * ($units / BowGrid::STEPS - $this->wish) ** 2
            + (null === $zone ? 0.0 : ($middle - $zone) ** 2);
    }

    private function change(int $units, int $earlierUnits): float
    {
        return self::SPEED * log($units / $earlierUnits / $this->slower, 2) ** 2;
    }

    /** @return list<array{int, float}> places on the grid, with what starting there costs */
    private function starts(int $earlierEnd): array
    {
        if (null !== $this->start) {
            // An amount that the teacher set may not fit after the usual start.
            $fits = $this->start + $this->way * $this->amounts[0] <= BowGrid::STEPS;

            return [[$fits ? $this->start : 0, 0.0]];
        }
        if ($this->free) {
            return array_map(static fn (int $place): array => [$place, 0.0], range(0, BowGrid::STEPS));
        }
        $least = $earlierEnd + $this->way * $this->amounts[0];

        return $least >= 0 && $least <= BowGrid::STEPS ? [[$earlierEnd, 0.0]] : [[$this->way > 0 ? 0 : BowGrid::STEPS, self::SET_ANEW]];
    }
}
