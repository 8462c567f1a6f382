<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests;

/** How often something random is tried: all of it by `bin/test core`, a part of it in the ordinary run. And how fast the machine is now. */
final class Effort
{
    private const PART = 0.2;
    /** Seconds that the same small work takes on the machine for which limits are said, with nothing else to do. */
    private const SECONDS = 0.028;
    private const SLOWEST = 2.0;

    public static function times(int $full): int
    {
        return 'all' === getenv('COIN_STAIR_RANDOM') ? $full : (int) ceil(self::PART * $full);
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
