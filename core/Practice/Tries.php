<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

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
     * @return array{int, int}
     */
    private static function range(int $count, float $chance, bool $inARow): array
    {
        $at = array_fill(0, $count, 0.0);
        $at[0] = 1.0;
        $done = 0.0;
        $low = self::LIMIT;
        for ($try = 1; $try < self::LIMIT; ++$try) {
            $next = array_fill(0, $count, 0.0);
            foreach ($at as $coins => $share) {
                if ($coins + 1 === $count) {
                    $done += $share * $chance;
                } else {
                    $next[$coins + 1] += $share * $chance;
                }
                $next[$inARow ? 0 : $coins] += $share * (1 - $chance);
            }
            $at = $next;
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
