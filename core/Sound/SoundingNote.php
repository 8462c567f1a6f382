<?php

declare(strict_types=1);

namespace CoinStair\Core\Sound;

/** A note of a performance; tied notes are one. */
final readonly class SoundingNote
{
    /**
     * @param int $start  ticks from the first click
     * @param int $length ticks
     * @param int $midi   0 to 127
     */
    public function __construct(public int $start, public int $length, public int $midi)
    {
    }

    public function longer(int $ticks): self
    {
        return new self($this->start, $this->length + $ticks, $this->midi);
    }

    public function end(): int
    {
        return $this->start + $this->length;
    }
}
