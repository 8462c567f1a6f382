<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

/** What of a chunk a class has not read yet (handbook 5 and 6). Starting values. */
final readonly class Unread
{
    /** What a weak seam takes of the chance of a clean go. */
    private const SEAM = 0.2;
    /** What each year's load of new music, over the first, adds to the exponent of a chance. */
    private const LONGER = 2.0;
    /** Excess of a seam over which it is weak. */
    private const WEAK = 0.3;

    /**
     * @param float       $lack  1 where nothing was played yet, to 0
     * @param float       $new   music that is new, against what the year takes in at once: u
     * @param list<float> $seams what each seam between two of its measures lacks more than these, 0 to 1
     */
    public function __construct(public float $lack, public float $new = 0.0, public array $seams = [])
    {
    }

    public static function nothing(): self
    {
        return new self(0.0);
    }

    /**
     * As how many coins some count that are earned one after the other: new music is long music, and errors in it move about.
     *
     * @param float $coins whole ones, and what is left of one
     */
    public function counting(float $coins): float
    {
        $new = $this->new;
        $counting = 0.0;
        // From where a year takes it in at once, each coin counts as one.
        for ($left = $coins; $left > 0.0 && $new > 1.0; $left -= 1.0) {
            $coin = min(1.0, $left) / $new;
            $counting += $coin;
            $new = ReadingLimit::afterCoins($new, $coin);
        }

        return $counting + max(0.0, $left);
    }

    /** What it adds to the exponent of a chance. */
    public function longer(): float
    {
        return self::LONGER * max(0.0, $this->new - 1);
    }

    /** The factor of a chance that its seams are. */
    public function seams(): float
    {
        $factor = 1.0;
        foreach ($this->seams as $excess) {
            $factor *= 1 - self::SEAM * $excess;
        }

        return $factor;
    }

    /**
     * A seam that lacks so much more than its measures is weak.
     *
     * @param float $excess 0 to 1
     */
    public static function isWeak(float $excess): bool
    {
        return $excess > self::WEAK;
    }

    /** @param float $coins as counting() tells them */
    public function after(float $coins): self
    {
        $left = ReadingLimit::afterCoins(1.0, $coins);

        return new self(
            $this->lack * $left,
            $this->new * $left,
            array_map(static fn (float $excess): float => $excess * $left, $this->seams),
        );
    }
}
