<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/**
 * Where on the bow each stroke starts and ends: the cheapest path over a grid of bow places and amounts, exact on that grid (handbook 4).
 * Place is 0 at the frog to 1 at the tip; down moves toward 1.
 *
 * A state is where a stroke ended and how much bow it took. What the states cost beyond the cheapest of them is a *front*; the same step
 * from the same front is reckoned once, so that equal rows of strokes cost no more than one of them.
 */
final class BowPath
{
    private const LEAST = 0.125;
    /** Prices are added as whole numbers, so that equal fronts are found equal. */
    private const SCALE = 1_000_000_000;
    /** Fronts and kinds of steps that are remembered, over all paths that are asked for. */
    private const KEPT = 3000;
    /** Of no step yet: one state, which costs nothing. */
    private const START = 0;

    /** @var array<string, array<int, array<int, int>>> prices, by key of the step, state and next state */
    private static array $ways = [];
    /** @var array<int, non-empty-array<int, int>> costs by state */
    private static array $fronts = [self::START => [0 => 0]];
    /** @var array<string, int> number of each front, by its packed content */
    private static array $numbers = [];
    /**
     * @var array<int, array<string, array{int, int, array<int, int>}>> by front and key of the step: front that follows, least cost,
     *                                                                  states before
     */
    private static array $known = [];

    /** @param list<array{float, float}> $places start and end of each stroke */
    private function __construct(public readonly array $places, public readonly float $cost)
    {
    }

    /** @param list<BowedStroke> $strokes */
    public static function of(array $strokes, AmountPolicy $policy = AmountPolicy::Value, StartPolicy $starts = StartPolicy::ByLength): self
    {
        if (\count(self::$ways) + \count(self::$fronts) > self::KEPT) {
            self::$ways = self::$numbers = self::$known = [];
            self::$fronts = [self::START => [0 => 0]];
        }
        $front = self::START;
        $total = 0;
        $trail = [];
        foreach (self::steps($strokes, $policy, $starts) as $step) {
            [$front, $least, $from] = self::$known[$front][$step->key] ??= self::follow($front, $step);
            $total += $least;
            $trail[] = [$from, $step->way];
        }
        $state = (int) array_search(0, self::$fronts[$front], true);
        $places = [];
        foreach (array_reverse($trail) as [$from, $way]) {
            $end = $state >> 5;
            $places[] = [(float) (($end - $way * ($state & 31)) / BowGrid::STEPS), (float) ($end / BowGrid::STEPS)];
            $state = $from[$state];
        }

        return new self(array_reverse($places), $total / self::SCALE);
    }

    /**
     * What a whole path costs; none if it leaves the bow or starts where it may not.
     *
     * @param list<BowedStroke>     $strokes
     * @param list<array{int, int}> $path    start and units of each stroke, on the grid
     */
    public static function costOf(array $strokes, array $path, AmountPolicy $policy, StartPolicy $starts = StartPolicy::ByLength): ?float
    {
        $total = 0.0;
        $end = $taken = 0;
        foreach (self::steps($strokes, $policy, $starts) as $index => $step) {
            [$start, $units] = $path[$index];
            $price = null;
            foreach ($step->ways($end, $taken) as $way) {
                $price = $way[0] === $start && $way[2] === $units ? $way[3] : $price;
            }
            if (null === $price) {
                return null;
            }
            $total += $price;
            $end = $start + $step->way * $units;
            $taken = $units;
        }

        return $total;
    }

    /**
     * Share of the bow that each stroke wishes; what a teacher set is the wish.
     *
     * @param list<BowedStroke> $strokes
     *
     * @return list<float>
     */
    public static function wishes(array $strokes, AmountPolicy $policy): array
    {
        $longest = [];
        $phrase = -1;
        $phrases = [];
        foreach ($strokes as $step) {
            $phrase += $step->stroke->opens || -1 === $phrase ? 1 : 0;
            $phrases[] = $phrase;
            $longest[$phrase] = max($longest[$phrase] ?? 0.0, $step->stroke->beats);
        }
        $wishes = [];
        foreach ($strokes as $index => $step) {
            $stroke = $step->stroke;
            $wish = match ($policy) {
                AmountPolicy::Value => max(self::LEAST, min(1.0, $stroke->beats / 2)) * ($stroke->short ? 0.5 : 1.0),
                AmountPolicy::Speed => $stroke->beats / max(0.001, $longest[$phrases[$index]]),
                AmountPolicy::Whole => $stroke->upbeat ? 0.5 : 1.0,
            };
            $wishes[] = $stroke->amount ?? max(1 / BowGrid::STEPS, $wish);
        }

        return $wishes;
    }

    /**
     * @param list<BowedStroke> $strokes
     *
     * @return list<BowStep>
     */
    private static function steps(array $strokes, AmountPolicy $policy, StartPolicy $starts): array
    {
        $wishes = self::wishes($strokes, $policy);
        $steps = [];
        foreach ($strokes as $index => $stroke) {
            $steps[] = BowStep::of($stroke, $strokes[$index - 1] ?? null, $wishes[$index], $policy, $starts);
        }

        return $steps;
    }

    /**
     * @return array{int, int, array<int, int>} the front that follows, what the cheapest way there costs, and the state before, by state
     */
    private static function follow(int $front, BowStep $step): array
    {
        [$costs, $from] = self::advance(self::$fronts[$front], $step);
        $least = min($costs);
        foreach ($costs as $state => $cost) {
            $costs[$state] = $cost - $least;
        }
        $number = self::$numbers[pack('q*', ...array_keys($costs), ...$costs)] ??= \count(self::$fronts);
        self::$fronts[$number] ??= $costs;

        return [$number, $least, $from];
    }

    /**
     * @param array<int, int> $costs by state
     *
     * @return array{non-empty-array<int, int>, array<int, int>} costs, and the state before, by state
     */
    private static function advance(array $costs, BowStep $step): array
    {
        $ways = &self::$ways[$step->key];
        $next = $from = [];
        foreach ($costs as $state => $soFar) {
            foreach ($ways[$state] ??= self::table($step, $state) as $to => $price) {
                $total = $soFar + $price;
                if (!isset($next[$to]) || $total < $next[$to]) {
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
        foreach ($step->ways($state >> 5, $state & 31) as [, $end, $units, $price]) {
            $prices[$end * 32 + $units] = (int) round($price * self::SCALE);
        }

        return $prices;
    }
}
