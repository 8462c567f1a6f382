<?php

declare(strict_types=1);

namespace CoinStair\Core\Stair;

/**
 * A class's rule for going on, with its starting values (handbook 6): one coin on a tread below the top, three in a row on the top.
 */
final readonly class CoinRule
{
    private const MOST = 10;
    private const OF_A_JOIN = 2;
    private const OF_A_RUNG = 2;

    private function __construct(
        public GoingOn $goingOn,
        /** coins, or goes, that the top asks for */
        public int $top,
        /** misses one after another that send down one tread; 0 never */
        public int $missesDown,
        /** treads below the last one on which the next lesson starts */
        public int $treadsBack,
        /** coins, or goes, that each tread below the top asks for */
        public int $below,
    ) {
    }

    /**
     * @throws \InvalidArgumentException
     */
    public static function of(GoingOn $goingOn, int $top = 3, int $missesDown = 2, int $treadsBack = 2, int $below = 1): self
    {
        if (min($top, $below) < 1 || min($missesDown, $treadsBack) < 0 || max($top, $below, $missesDown, $treadsBack) > self::MOST) {
            throw new \InvalidArgumentException('A tread asks for 1 to 10 coins; 0 to 10 misses send down; 0 to 10 treads back.');
        }

        return new self($goingOn, $top, $missesDown, $treadsBack, $below);
    }

    public static function standard(): self
    {
        return self::of(GoingOn::InARow);
    }

    /** So many goes and on, whatever comes: for runs, and for what is found or played again. */
    public static function goes(int $goes = 1): self
    {
        return self::of(GoingOn::Goes, $goes, 0, 0, $goes);
    }

    /** A join asks for less: its chunks stand already. */
    public function ofJoin(): self
    {
        return $this->asking(min($this->top, self::OF_A_JOIN));
    }

    /** A rung of a ladder: two in all. */
    public function ofRung(): self
    {
        return new self(GoingOn::InAll, self::OF_A_RUNG, $this->missesDown, $this->treadsBack, self::OF_A_RUNG);
    }

    /** The same with another number of coins on the top, and no more below it. */
    public function asking(int $top): self
    {
        return self::of($this->goingOn, $top, $this->missesDown, $this->treadsBack, min($this->below, $top));
    }

    /**
     * Coins, or goes, that a tread asks for.
     *
     * @param int $tread  index from 0
     * @param int $treads of the stair
     */
    public function countOn(int $tread, int $treads): int
    {
        return $tread + 1 < $treads ? $this->below : $this->top;
    }
}
