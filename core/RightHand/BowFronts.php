<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/**
 * What the states of paths cost, step by step. A state is where a stroke ended and how much bow it took. What the states cost beyond the
 * cheapest of them is a *front*; the same step from the same front is reckoned once, so that equal rows of strokes cost no more than one.
 */
final class BowFronts
{
    /** Of no step yet: one state, which costs nothing. */
    private const START = 0;
    /** Prices are added as whole numbers, so that equal fronts are found equal. */
    public const SCALE = 1_000_000_000;
    /** Fronts and kinds of steps that are remembered from path to path. */
    private const KEPT = 3000;
    /** Bits of a state that tell the units of bow that were taken; the others tell where the stroke ended. */
    private const UNITS = 5;

    /** @var array<string, BowStep> one step of each key */
    private array $steps = [];
    /** @var array<string, array<int, array<int, int>>> prices, by key of the step, state and next state */
    private array $ways = [];
    /** @var array<int, non-empty-array<int, int>> costs by state */
    private array $fronts = [self::START => [0 => 0]];
    /** @var array<string, int> number of each front, by its packed content */
    private array $numbers = [];
    /**
     * @var array<int, array<string, array{int, int, array<int, int>}>> by front and key of the step: front that follows, least cost,
     *                                                                  states before
     */
    private array $known = [];

    /** The front before the first step of a path. */
    public function start(): int
    {
        if (\count($this->ways) + \count($this->fronts) > self::KEPT) {
            $this->steps = $this->ways = $this->numbers = $this->known = [];
            $this->fronts = [self::START => [0 => 0]];
        }

        return self::START;
    }

    /**
     * @return array{int, int, array<int, int>} the front that follows, what the cheapest way there costs, and the state before, by state
     */
    public function after(int $front, BowStep $step): array
    {
        return $this->known[$front][$step->key] ??= $this->follow($front, $this->steps[$step->key] ??= $step);
    }

    /** The state of a front that costs least. */
    public function cheapest(int $front): int
    {
        return (int) array_search(0, $this->fronts[$front], true);
    }

    /** Where the stroke of a state ended, on the grid. */
    public static function end(int $state): int
    {
        return $state >> self::UNITS;
    }

    /** Units of bow that the stroke of a state took. */
    public static function units(int $state): int
    {
        return $state & ((1 << self::UNITS) - 1);
    }

    /** @return array{int, int, array<int, int>} */
    private function follow(int $front, BowStep $step): array
    {
        [$costs, $from] = $this->advance($this->fronts[$front], $step);
        $least = min($costs);
        foreach ($costs as $state => $cost) {
            $costs[$state] = $cost - $least;
        }
        $number = $this->numbers[pack('q*', ...array_keys($costs), ...$costs)] ??= \count($this->fronts);
        $this->fronts[$number] ??= $costs;

        return [$number, $least, $from];
    }

    /**
     * @param array<int, int> $costs by state
     *
     * @return array{non-empty-array<int, int>, array<int, int>} costs, and the state before, by state
     */
    private function advance(array $costs, BowStep $step): array
    {
        $ways = $this->ways[$step->key] ?? [];
        $missing = array_diff_key($costs, $ways);
        if ([] !== $missing) {
            foreach ($missing as $state => $cost) {
                $ways[$state] = self::table($step, $state);
            }
            $this->ways[$step->key] = $ways;
        }
        $next = $from = [];
        foreach ($costs as $state => $soFar) {
            foreach ($ways[$state] as $to => $price) {
                $total = $soFar + $price;
                if ($total < ($next[$to] ?? \PHP_INT_MAX)) {
                    $next[$to] = $total;
                    $from[$to] = $state;
                }
            }
        }
        \assert([] !== $next);

        return [$next, $from];
    }

    /** @return array<int, int> prices by state that follows */
    private static function table(BowStep $step, int $state): array
    {
        $prices = [];
        foreach ($step->ways(self::end($state), self::units($state)) as [, $end, $units, $price]) {
            $prices[($end << self::UNITS) + $units] = (int) round($price * self::SCALE);
        }

        return $prices;
    }
}
