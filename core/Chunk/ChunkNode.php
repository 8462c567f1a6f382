<?php

declare(strict_types=1);

namespace CoinStair\Core\Chunk;

/** A chunk and the smaller ones of which it is made. */
final readonly class ChunkNode
{
    /** @param list<self> $children one after the other over the whole chunk; none for the smallest */
    public function __construct(public Chunk $chunk, public array $children)
    {
    }

    /** @return list<Chunk> the smallest chunks, in order */
    public function leaves(): array
    {
        return [] === $this->children
            ? [$this->chunk]
            : array_merge(...array_map(static fn (self $child): array => $child->leaves(), $this->children));
    }
}
