<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

/** A note with what is tied to it, or a silence, as music at other lengths is compared. */
final readonly class StretchNote
{
    /**
     * @param string $pitches  names; empty for a silence
     * @param int    $position of the measure in which it begins
     * @param int    $offset   ticks inside that measure
     */
    public function __construct(public string $pitches, public int $ticks, public int $position, public int $offset)
    {
    }

    public function isSilent(): bool
    {
        return '' === $this->pitches;
    }

    public function longer(int $ticks): self
    {
        return new self($this->pitches, $this->ticks + $ticks, $this->position, $this->offset);
    }
}
