<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

/**
 * How fast a class can play what it has not read yet, whatever its hands could do (handbook 5). Starting values.
 */
final readonly class ReadingLimit
{
    private const KNOWN = 1.3;
    private const LEAST = 0.3;
    /** What is left of a lack after one more coin. */
    private const PER_COIN = 0.5;
    /** Share of the goal that all that is new costs beside that, by year. */
    private const NEW = [1 => 0.4, 2 => 0.3, 3 => 0.2, 4 => 0.15];

    private function __construct(private int $year, private int $goal)
    {
    }

    /**
     * @param int $year of playing; held between 1 and 4
     * @param int $goal of the piece, in beats a minute
     */
    public static function of(int $year, int $goal): self
    {
        return new self(max(1, min(4, $year)), $goal);
    }

    /** What is left of a lack after so many coins. */
    public static function afterCoins(float $lack, int|float $coins): float
    {
        return $lack * self::PER_COIN ** $coins;
    }

    /**
     * @param float $lack 1 where nothing was played yet, to 0
     *
     * @return float beats a minute
     */
    public function tempo(float $lack): float
    {
        return $this->goal * (self::KNOWN - (self::LEAST + self::NEW[$this->year]) * $lack);
    }
}
