<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests;

/** How often something random is tried: all of it by `bin/test core`, a part of it in the ordinary run. */
final class Effort
{
    private const PART = 0.2;

    public static function times(int $full): int
    {
        return 'all' === getenv('COIN_STAIR_RANDOM') ? $full : (int) ceil(self::PART * $full);
    }
}
