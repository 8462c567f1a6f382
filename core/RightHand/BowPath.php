<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/**
 * Where on the bow each stroke starts and ends: the cheapest path over a grid of bow places and amounts, exact on that grid (handbook 4).
 * Place is 0 at the frog to 1 at the tip; down moves toward 1.
 */
final readonly class BowPath
{
    /** Steps of the grid from frog to tip. */
    public const GRID = 16;
    public const FACTORS = [0.5, 0.75, 1.0, 1.5, 2.0];
    private const AMOUNT = 4.0;
    private const SPEED = 2.0;
    private const LEAST = 0.125;
    private const FROG = 0;
    private const MIDDLE = 8;
    private const SHORT_START = 0.5;
    private const ACCENT_ZONE = 0.25;
    private const QUICK_ZONE = 0.5;
    private const SOFT_ZONE = 0.65;
    private const QUICK = 0.5;
    /** Where nothing fits, the bow is set anew: dear, but never a dead end. */
    private const SET_ANEW = 50.0;

    /** @param list<array{float, float}> $places start and end of each stroke */
    private function __construct(public array $places, public float $cost)
    {
    }

    /** @param list<BowedStroke> $strokes */
    public static function of(array $strokes, AmountPolicy $policy = AmountPolicy::Value): self
    {
        if ([] === $strokes) {
            return new self([], 0.0);
        }
        $wishes = self::wishes($strokes, $policy);
        $back = [];
        $lastAmounts = [];
        /** @var array<int, float> $costs by state: end place and units of bow */
        $costs = [];
        $before = 1.0;
        foreach ($strokes as $index => $stroke) {
            $amounts = self::amounts($wishes[$index]);
            $beats = $stroke->stroke->beats;
            // All that does not depend on the path is worked out once for each stroke.
            $own = $ratios = $ways = [];
            foreach ($amounts as $units) {
                $own[$units] = self::amountCost($units, $wishes[$index]);
                foreach ($lastAmounts as $earlierUnits) {
                    $ratios[$earlierUnits][$units] = self::speedCost($units / $beats, $earlierUnits / $before);
                }
            }
            $next = $from = [];
            foreach (0 === $index ? [-1 => 0.0] : $costs as $state => $soFar) {
                $earlierEnd = $state >> 5;
                $earlierUnits = $state & 31;
                $ratio = $ratios[$earlierUnits] ?? null;
                foreach ($ways[$earlierEnd] ??= self::ways($strokes, $index, $amounts, $own, 0 === $index ? null : [$earlierEnd, $earlierUnits]) as [$to, $price, $start, $units]) {
                    $total = $soFar + $price + (null === $ratio ? 0.0 : $ratio[$units]);
                    if (!isset($next[$to]) || $total < $next[$to] - 1e-9) {
                        $next[$to] = $total;
                        $from[$to] = [$state, $start];
                    }
                }
            }
            $costs = $next;
            $back[] = $from;
            $before = $beats;
            $lastAmounts = $amounts;
        }
        \assert([] !== $costs);
        $least = min($costs);
        $state = (int) array_search($least, $costs, true);
        $places = [];
        for ($index = \count($strokes) - 1; $index >= 0; --$index) {
            [$before, $start] = $back[$index][$state];
            $places[] = [(float) ($start / self::GRID), (float) (intdiv($state, 32) / self::GRID)];
            $state = $before;
        }

        return new self(array_reverse($places), $least);
    }

    /**
     * The ways a stroke can go from where the one before ended: state that follows, price without the change of speed, start, units.
     *
     * @param list<BowedStroke>    $strokes
     * @param non-empty-list<int>  $amounts
     * @param array<int, float>    $own     cost of the amount, by units
     * @param array{int, int}|null $earlier end and units of the stroke before
     *
     * @return list<array{int, float, int, int}>
     */
    private static function ways(array $strokes, int $index, array $amounts, array $own, ?array $earlier): array
    {
        $down = Direction::Down === $strokes[$index]->direction;
        $ways = [];
        foreach (self::starts($strokes, $index, $amounts[0], $earlier) as [$start, $penalty]) {
            $zone = self::zone($strokes, $index, $start);
            foreach ($amounts as $units) {
                $end = $down ? $start + $units : $start - $units;
                if ($end >= 0 && $end <= self::GRID) {
                    $ways[] = [$end * 32 + $units, $penalty + $own[$units] + (null === $zone ? 0.0 : self::zoneCost($start, $end, $zone)), $start, $units];
                }
            }
        }

        return $ways;
    }

    /**
     * What a whole path costs; none if it leaves the bow or starts where it may not.
     *
     * @param list<BowedStroke>     $strokes
     * @param list<array{int, int}> $path    start and units of each stroke, on the grid
     */
    public static function costOf(array $strokes, array $path, AmountPolicy $policy): ?float
    {
        $wishes = self::wishes($strokes, $policy);
        $total = 0.0;
        $earlier = null;
        foreach ($path as $index => [$start, $units]) {
            $end = Direction::Down === $strokes[$index]->direction ? $start + $units : $start - $units;
            $penalty = null;
            foreach (self::starts($strokes, $index, self::amounts($wishes[$index])[0], $earlier) as [$allowed, $price]) {
                $penalty = $allowed === $start ? $price : $penalty;
            }
            if (null === $penalty || $end < 0 || $end > self::GRID || !\in_array($units, self::amounts($wishes[$index]), true)) {
                return null;
            }
            $total += $penalty + self::step($strokes, $index, $wishes[$index], $start, $end, $units, $earlier);
            $earlier = [$end, $units];
        }

        return $total;
    }

    /**
     * Share of the bow that each stroke wishes.
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
                AmountPolicy::Whole => 1.0,
            };
            $wishes[] = max(1 / self::GRID, $wish * ($stroke->upbeat ? 0.5 : 1.0));
        }

        return $wishes;
    }

    /** @return non-empty-list<int> units of the grid, rising */
    public static function amounts(float $wish): array
    {
        $units = [];
        foreach (self::FACTORS as $factor) {
            $units[max(1, min(self::GRID, (int) round($wish * $factor * self::GRID)))] = true;
        }

        return array_keys($units);
    }

    /**
     * Where a stroke may start, with what that costs. An up-bow that begins the line, or follows a lift, starts anywhere.
     *
     * @param list<BowedStroke>    $strokes
     * @param int                  $least   units that the stroke takes at least
     * @param array{int, int}|null $earlier end and units of the stroke before
     *
     * @return list<array{int, float}>
     */
    private static function starts(array $strokes, int $index, int $least, ?array $earlier): array
    {
        $stroke = $strokes[$index];
        if (null === $earlier && Direction::Down === $stroke->direction) {
            return [[$stroke->stroke->beats <= self::SHORT_START ? self::MIDDLE : self::FROG, 0.0]];
        }
        if (null === $earlier || $stroke->isLifted()) {
            return array_map(static fn (int $place): array => [$place, 0.0], range(0, self::GRID));
        }
        $down = Direction::Down === $stroke->direction;
        $fits = $down ? $earlier[0] + $least <= self::GRID : $earlier[0] >= $least;

        return $fits ? [[$earlier[0], 0.0]] : [[$down ? 0 : self::GRID, self::SET_ANEW]];
    }

    /**
     * @param list<BowedStroke>    $strokes
     * @param array{int, int}|null $earlier
     */
    private static function step(array $strokes, int $index, float $wish, int $start, int $end, int $units, ?array $earlier): float
    {
        $zone = self::zone($strokes, $index, $start);

        return self::amountCost($units, $wish)
            + (null === $zone ? 0.0 : self::zoneCost($start, $end, $zone))
            + (null === $earlier ? 0.0 : self::speedCost($units / $strokes[$index]->stroke->beats, $earlier[1] / $strokes[$index - 1]->stroke->beats));
    }

    private static function amountCost(int $units, float $wish): float
    {
        return self::AMOUNT * ($units / self::GRID - $wish) ** 2;
    }

    private static function zoneCost(int $start, int $end, float $zone): float
    {
        return (($start + $end) / 2 / self::GRID - $zone) ** 2;
    }

    private static function speedCost(float $speed, float $before): float
    {
        return self::SPEED * log($speed / $before, 2) ** 2;
    }

    /**
     * Where the middle of a stroke would best lie; none where it does not matter.
     *
     * @param list<BowedStroke> $strokes
     */
    private static function zone(array $strokes, int $index, int $start): ?float
    {
        $stroke = $strokes[$index]->stroke;
        $before = $strokes[$index - 1]->stroke ?? null;

        return match (true) {
            $stroke->accented => self::ACCENT_ZONE,
            null !== $before && $stroke->beats * 2 <= $before->beats => $start * 2 >= self::GRID ? 0.75 : 0.25,
            $stroke->beats <= self::QUICK => self::QUICK_ZONE,
            $stroke->loudness < 0 => self::SOFT_ZONE,
            default => null,
        };
    }
}
