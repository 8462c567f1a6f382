<?php

declare(strict_types=1);

namespace CoinStair\Core\Stair;

/**
 * Expected tries on a tread (handbook 6): mean and the 10–90 % range.
 */
final readonly class Tries
{
    /** A tread that would take longer is out of reach; the range stops here. */
    private const LIMIT = 400;

    private function __construct(public float $mean, public int $low, public int $high)
    {
    }

    /**
     * @param float $chance of a clean repetition, 0 to 1
     */
    public static function of(CoinRule $rule, float $chance): self
    {
        if (GoingOn::Goes === $rule->goingOn || $chance >= 1.0) {
            return new self($rule->count, $rule->count, $rule->count);
        }
        $chance = max(1e-6, $chance);
        $inARow = GoingOn::InARow === $rule->goingOn;
        $mean = $inARow
            ? (1 - $chance ** $rule->count) / ($chance ** $rule->count * (1 - $chance))
            : $rule->count / $chance;
        [$low, $high] = self::range($rule->count, $chance, $inARow);

        return new self($mean, $low, $high);
    }

    /**
     * @return array{int, int} tries within which 10 % and 90 % of the climbs are done
     */
    private static function range(int $count, float $chance, bool $inARow): array
    {
        $low = self::LIMIT;
        $done = 0.0;
        /** @var list<float> $left share not done after so many tries */
        $left = array_fill(0, $count, 1.0);
        $full = $chance ** $count;
        $at = $full;
        for ($try = $count; $try < self::LIMIT; ++$try) {
            if ($inARow) {
                // A row ends at this try if it follows a miss, and none ended before that.
                $at = $try === $count ? $full : (1 - $chance) * $full * $left[$try - $count - 1];
                $left[] = $left[$try - 1] - $at;
            } elseif ($try > $count) {
                $at *= (1 - $chance) * ($try - 1) / ($try - $count);
            }
            $done += $at;
            if ($done >= 0.1) {
                $low = min($low, $try);
            }
            if ($done >= 0.9) {
                return [$low, $try];
            }
        }

        return [$low, self::LIMIT];
    }
}
