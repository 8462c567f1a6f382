<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/**
 * Where on the bow each stroke starts and ends: the cheapest path over a grid of bow places and amounts, exact on that grid (handbook 4).
 * Place is 0 at the frog to 1 at the tip; down moves toward 1.
 */
final class BowPath
{
    private const LEAST = 0.125;

    /** @param list<array{float, float}> $places start and end of each stroke */
    private function __construct(public readonly array $places, public readonly float $cost)
    {
    }

    /**
     * @param list<BowedStroke> $strokes
     * @param BowFronts         $fronts  of other parts of the same piece, which often go the same way
     */
    public static function of(
        array $strokes,
        AmountPolicy $policy = AmountPolicy::Value,
        StartPolicy $starts = StartPolicy::ByLength,
        BowFronts $fronts = new BowFronts(),
    ): self {
        $front = $fronts->start();
        $total = 0;
        $trail = [];
        foreach (self::steps($strokes, $policy, $starts) as $step) {
            [$front, $least, $from] = $fronts->after($front, $step);
            $total += $least;
            $trail[] = [$from, $step->way];
        }
        $state = $fronts->cheapest($front);
        $places = [];
        foreach (array_reverse($trail) as [$from, $way]) {
            $end = BowFronts::end($state);
            $places[] = [(float) (($end - $way * BowFronts::units($state)) / BowGrid::STEPS), (float) ($end / BowGrid::STEPS)];
            $state = $from[$state];
        }

        return new self(array_reverse($places), $total / BowFronts::SCALE);
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
}
