<?php

declare(strict_types=1);

namespace CoinStair\Core\Standing;

use CoinStair\Core\Chunk\Rung;

/**
 * What a step teaches, as the record of a class names it: a chunk, or one of the rungs on open strings that lead to it. A rung on open
 * strings is a matter of its own, since the bow alone says nothing yet of the chunk's fingers (handbook 5).
 */
final readonly class Matter
{
    private function __construct(public string $chunk, public ?Rung $rung)
    {
    }

    /** @param string $chunk id of the chunk; empty where nothing is played */
    public static function of(string $chunk, ?Rung $rung = null): self
    {
        return new self($chunk, true === $rung?->isOnOpenStrings() ? $rung : null);
    }

    /** The chunk itself, with its fingers. */
    public function isChunk(): bool
    {
        return null === $this->rung;
    }

    /** One word for arrays: equal for equal matters. */
    public function key(): string
    {
        return $this->chunk.(null === $this->rung ? '' : '/'.$this->rung->value);
    }
}
