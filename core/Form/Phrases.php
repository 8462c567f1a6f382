<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Numbers;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * Phrase borders (handbook 5): the cheapest segmentation over all borders that are possible, exact for its costs. A phrase costs
 * (load − wish)² ÷ wish, and more if its measures are odd in number; a border costs, and what speaks for it is taken off.
 */
final readonly class Phrases
{
    /** Of a phrase that has an odd number of measures. */
    private const ODD = 4.0;

    /**
     * @param list<Border> $borders inner borders, in order
     * @param float        $cost    of the whole segmentation
     */
    private function __construct(public array $borders, public float $cost)
    {
    }

    /**
     * @param int                  $level   year of playing, 1 to 4
     * @param array<string, float> $weights of notes by how new they are, by event id; 1 where none is given
     * @param list<Place>          $fixed   borders that are taken in any case, where they are possible
     */
    public static function of(Piece $piece, Borders $borders, int $level = 1, array $weights = [], array $fixed = []): self
    {
        $wish = Load::wish($level);
        // Two phrases of the loads x and y cost w − 2xy ÷ w more than both as one, and besides at most the border and two odd numbers of
        // measures for an even one. So where xy ≥ w (w + that) ÷ 2 the parts are never worse than the whole.
        $enough = sqrt(($wish * ($wish + Border::COST + 2 * self::ODD)) / 2);
        $measures = self::measures($piece, $borders);
        $sums = self::sums($piece, $borders, $weights);
        $held = self::held($borders, $fixed);
        $last = \count($borders->all) + 1;
        $costs = [0.0];
        $from = [];
        $barrier = 0;
        for ($end = 1; $end <= $last; ++$end) {
            $best = \INF;
            $border = ($borders->all[$end - 1] ?? null)?->cost() ?? 0.0;
            $split = null;
            for ($start = $end - 1; $start >= $barrier; --$start) {
                $length = (int) round($measures[$end] - $measures[$start]);
                $odd = 1 === $length % 2 && $length !== $borders->period;
                $total = $costs[$start] + self::size($sums[$end] - $sums[$start], $wish) + ($odd ? self::ODD : 0.0) + $border;
                if ($total < $best - Numbers::TOLERANCE) {
                    $best = $total;
                    $from[$end] = $start;
                }
                if (null !== $split && $sums[$split] - $sums[$start] >= $enough) {
                    break;
                }
                $split ??= $sums[$end] - $sums[$start] >= $enough ? $start : null;
            }
            $costs[$end] = $best;
            $barrier = isset($held[$end]) ? $end : $barrier;
        }
        $chosen = [];
        for ($at = $from[$last] ?? 0; $at > 0; $at = $from[$at] ?? 0) {
            $chosen[] = $borders->all[$at - 1];
        }

        return new self(array_reverse($chosen), $costs[$last] ?? 0.0);
    }

    /** @return non-empty-list<float> measures up to the start, each border, and the end; parts of them where one lies inside */
    private static function measures(Piece $piece, Borders $borders): array
    {
        $starts = [0.0];
        foreach ($piece->measures as $position => $measure) {
            $starts[] = $starts[$position] + $measure->length / $measure->meter->ticks();
        }
        $measures = [0.0];
        foreach ($borders->all as $border) {
            $place = $border->place;
            $measures[] = $starts[$place->position] + $place->offset / $piece->measures[$place->position]->meter->ticks();
        }

        return [...$measures, $starts[\count($starts) - 1]];
    }

    private static function size(float $load, float $wish): float
    {
        return ($load - $wish) ** 2 / $wish;
    }

    /**
     * @param array<string, float> $weights
     *
     * @return non-empty-list<float> load up to the start, each border, and the end
     */
    private static function sums(Piece $piece, Borders $borders, array $weights): array
    {
        $sums = [0.0];
        $sum = 0.0;
        $places = [$piece->start(), ...array_map(static fn (Border $border): Place => $border->place, $borders->all), $piece->end()];
        foreach (Load::between($piece, $places, $weights) as $load) {
            $sums[] = $sum += $load;
        }

        return $sums;
    }

    /**
     * @param list<Place> $fixed
     *
     * @return array<int, true> by number of the border, from 1
     */
    private static function held(Borders $borders, array $fixed): array
    {
        $keys = [];
        foreach ($fixed as $place) {
            $keys[$place->position.' '.$place->offset] = true;
        }
        $held = [];
        foreach ($borders->all as $index => $border) {
            if (isset($keys[$border->place->position.' '.$border->place->offset])) {
                $held[$index + 1] = true;
            }
        }

        return $held;
    }
}
