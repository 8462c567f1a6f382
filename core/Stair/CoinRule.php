<?php

declare(strict_types=1);

namespace CoinStair\Core\Stair;

/**
 * A class's rule for going on, with its starting values (handbook 6).
 */
final readonly class CoinRule
{
    private function __construct(
        public GoingOn $goingOn,
        /** coins, or goes, that a tread asks for */
        public int $count,
        /** misses one after another that send down one tread; 0 never */
        public int $missesDown,
        /** treads below the last one on which the next lesson starts */
        public int $treadsBack,
    ) {
    }

    /**
     * @throws \InvalidArgumentException
     */
    public static function of(GoingOn $goingOn, int $count = 3, int $missesDown = 2, int $treadsBack = 2): self
    {
        if ($count < 1 || $count > 10 || $missesDown < 0 || $missesDown > 10 || $treadsBack < 0 || $treadsBack > 10) {
            throw new \InvalidArgumentException('A tread asks for 1 to 10 coins; 0 to 10 misses send down; 0 to 10 treads back.');
        }

        return new self($goingOn, $count, $missesDown, $treadsBack);
    }

    public static function standard(): self
    {
        return self::of(GoingOn::InARow);
    }

    /** One go and on, whatever comes: for runs. */
    public static function oneGo(): self
    {
        return self::of(GoingOn::Goes, 1, 0, 0);
    }
}
