<?php

declare(strict_types=1);

namespace CoinStair\Core\Chunk;

/** What a change makes of the chunks of a piece. */
final readonly class ChangedCut
{
    /**
     * @param array<int, Chunk> $chunks  that are others since, by id; new ones have numbers below zero
     * @param list<int>         $own     numbers of those among them that are the teacher's since
     * @param list<int>         $removed ids
     * @param string            $touched edges of the chunk that the change left for more; empty for none
     */
    public function __construct(public array $chunks, public array $own, public array $removed, public string $touched)
    {
    }

    public function isNone(): bool
    {
        return [] === $this->chunks && [] === $this->removed;
    }
}
