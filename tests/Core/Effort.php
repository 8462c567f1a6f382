<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests;

/** How much is tried: all by `bin/test core` and `bin/test web`, a part in the ordinary run. And how fast the machine is now. */
final class Effort
{
    private const PART = 0.1;
    /** Seconds that the same small work takes on the machine for which limits are said, with nothing else to do. */
    private const SECONDS = 0.028;
    private const SLOWEST = 2.0;

    public static function isWhole(): bool
    {
        return 'all' === getenv('COIN_STAIR_RANDOM');
    }

    public static function times(int $full): int
    {
        return self::isWhole() ? $full : (int) ceil(self::PART * $full);
    }

    /**
     * @template T
     *
     * @param array<string, T> $all
     *
     * @return array<string, T> of these all, or every so manieth
     */
    public static function some(array $all, int $every): array
    {
        if (self::isWhole()) {
            return $all;
        }
        $position = array_flip(array_keys($all));

        return array_filter($all, static fn (string $name): bool => 0 === $position[$name] % $every, \ARRAY_FILTER_USE_KEY);
    }

    /** By how much a second is longer now than on that machine: others may use it as well, and its processors may be halves of one. */
    public static function slowness(): float
    {
        $began = hrtime(true);
        $numbers = [];
        for ($step = 0; $step < 400_000; ++$step) {
            $numbers[$step % 1000] = ($numbers[($step * 7) % 1000] ?? 0) + $step;
            if (0 === $step % 50) {
                $numbers[] = \strlen(md5((string) $step));
                $numbers = \count($numbers) > 3000 ? \array_slice($numbers, 0, 1000) : $numbers;
            }
        }

        return min(self::SLOWEST, max(1.0, (hrtime(true) - $began) / 1e9 / self::SECONDS));
    }
}
