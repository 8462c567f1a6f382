<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * A place in a piece: measure position from 0 and ticks inside the measure, in an upbeat counted from its first written note.
 */
final readonly class Place
{
    private function __construct(public int $position, public int $offset)
    {
    }

    /** @throws \InvalidArgumentException for negative numbers */
    public static function of(int $position, int $offset = 0): self
    {
        if ($position < 0 || $offset < 0) {
            throw new \InvalidArgumentException('A place lies at or after the start of the piece.');
        }

        return new self($position, $offset);
    }

    /** One number that rises with the place. No key of an array: its low digits are alike at all bar lines. */
    public function rank(): int
    {
        return ($this->position << 32) + $this->offset;
    }

    /** The place of which rank() told the number. */
    public static function ofRank(int $rank): self
    {
        return self::of($rank >> 32, $rank & 0xFFFFFFFF);
    }

    public function compare(self $other): int
    {
        return $this->position <=> $other->position ?: $this->offset <=> $other->offset;
    }

    public function isBefore(self $other): bool
    {
        return $this->compare($other) < 0;
    }

    public function equals(self $other): bool
    {
        return 0 === $this->compare($other);
    }
}
