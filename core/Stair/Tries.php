<?php

declare(strict_types=1);

namespace CoinStair\Core\Stair;

use CoinStair\Core\Score\Numbers;

/**
 * Expected tries on one tread or on several (handbook 6): their mean, and the range of their sum in which 80 of 100 climbs lie.
 */
final class Tries
{
    private const LOW = 0.1;
    private const HIGH = 0.9;
    /** A tread that would take longer is out of reach; ranges stop here. */
    private const LIMIT = 400;
    /** What is left out of a distribution at its long end. */
    private const REST = 1e-5;

    /** @var array{int, int}|null */
    private ?array $range = null;

    /** @param list<array{GoingOn, int, float}> $climbs rule, count and chance of each tread */
    private function __construct(public readonly float $mean, private readonly array $climbs)
    {
    }

    /**
     * @param int   $count  coins, or goes, that the tread asks for
     * @param float $chance of a clean repetition, 0 to 1
     */
    public static function of(GoingOn $goingOn, int $count, float $chance): self
    {
        $chance = max(1e-6, min(1.0, $chance));

        return new self(
            match (true) {
                GoingOn::Goes === $goingOn || 1.0 === $chance => $count,
                GoingOn::InARow === $goingOn => (1 - $chance ** $count) / ($chance ** $count * (1 - $chance)),
                default => $count / $chance,
            },
            [[$goingOn, $count, $chance]],
        );
    }

    /** @param list<self> $tries of treads that are climbed one after the other */
    public static function sum(array $tries): self
    {
        return new self(
            array_sum(array_map(static fn (self $one): float => $one->mean, $tries)),
            array_merge([], ...array_map(static fn (self $one): array => $one->climbs, $tries)),
        );
    }

    /** Tries within which one of ten climbs is done. */
    public function low(): int
    {
        return $this->range()[0];
    }

    /** Tries within which nine of ten climbs are done. */
    public function high(): int
    {
        return $this->range()[1];
    }

    /** @return array{int, int} */
    private function range(): array
    {
        return $this->range ??= self::quantiles($this->climbs);
    }

    /**
     * @param list<array{GoingOn, int, float}> $climbs
     *
     * @return array{int, int}
     */
    private static function quantiles(array $climbs): array
    {
        $sum = [1.0];
        foreach ($climbs as [$goingOn, $count, $chance]) {
            $sum = self::convolved($sum, self::distribution($goingOn, $count, $chance));
        }
        $low = null;
        $done = 0.0;
        foreach ($sum as $tries => $share) {
            $done += $share;
            if (!Numbers::isLess($done, self::LOW)) {
                $low ??= $tries;
            }
            if (!Numbers::isLess($done, self::HIGH)) {
                return [$low ?? $tries, $tries];
            }
        }

        return [$low ?? self::LIMIT, self::LIMIT];
    }

    /**
     * @param list<float> $one
     * @param list<float> $other
     *
     * @return list<float>
     */
    private static function convolved(array $one, array $other): array
    {
        $size = min(self::LIMIT, \count($one) + \count($other) - 1);
        $sum = array_fill(0, $size, 0.0);
        foreach ($one as $i => $share) {
            if (0.0 === $share) {
                continue;
            }
            foreach ($other as $j => $more) {
                if ($i + $j >= $size) {
                    break;
                }
                $sum[$i + $j] += $share * $more;
            }
        }

        return array_values($sum);
    }

    /** @return list<float> share of the climbs that take so many tries, by tries from 0; the long end is left out */
    private static function distribution(GoingOn $goingOn, int $count, float $chance): array
    {
        $shares = array_fill(0, $count, 0.0);
        if (GoingOn::Goes === $goingOn || $chance >= 1.0) {
            return [...$shares, 1.0];
        }
        $inARow = GoingOn::InARow === $goingOn;
        /** @var list<float> $left share not done after so many tries */
        $left = array_fill(0, $count, 1.0);
        $full = $chance ** $count;
        $at = $full;
        for ($try = $count; $try < self::LIMIT; ++$try) {
            if ($inARow) {
                // A row ends at this try if it follows a miss, and none ended before that.
                $at = $try === $count ? $full : (1 - $chance) * $full * $left[$try - $count - 1];
            } elseif ($try > $count) {
                $at *= ((1 - $chance) * ($try - 1)) / ($try - $count);
            }
            $shares[] = $at;
            $left[] = $left[$try - 1] - $at;
            if ($left[$try] < self::REST) {
                break;
            }
        }

        return $shares;
    }
}
