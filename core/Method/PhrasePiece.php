<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Score\Piece;

/** A part of a phrase that is new, or that is found where its notes were taught. */
final readonly class PhrasePiece
{
    /** @param Chunk|null $like the chunk with the same notes; none where it is new */
    public function __construct(public Chunk $chunk, public bool $isNew, public ?Chunk $like)
    {
    }

    /** With the one that follows it; new where one of them is. */
    public function with(self $next): self
    {
        return new self($this->chunk->join($next->chunk, ChunkKind::Join), $this->isNew || $next->isNew, $this->like ?? $next->like);
    }

    public function ticks(Piece $piece): int
    {
        return $piece->ticksBetween($this->chunk->from, $this->chunk->to);
    }
}
