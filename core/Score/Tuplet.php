<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * So many notes in the time of so many; 1 in 1 is no tuplet.
 */
final readonly class Tuplet
{
    private function __construct(public int $actual, public int $normal)
    {
    }

    public static function none(): self
    {
        return new self(1, 1);
    }

    /**
     * @throws \InvalidArgumentException
     */
    public static function of(int $actual, int $normal): self
    {
        if ($actual < 1 || $actual > 64 || $normal < 1 || $normal > 64) {
            throw new \InvalidArgumentException(\sprintf('%d in the time of %d is no tuplet.', $actual, $normal));
        }

        return new self($actual, $normal);
    }

    public function isNone(): bool
    {
        return $this->actual === $this->normal;
    }

    /** What a note that sounds this long is written as, in ticks. */
    public function written(int $ticks): int
    {
        return intdiv($ticks * $this->actual, $this->normal);
    }
}
