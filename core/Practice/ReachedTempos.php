<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Score\Piece;

/** The tempos at which a class has each chunk: from its log, and from the steps that are planned before. Grows step by step. */
final class ReachedTempos
{
    /** @var list<array{Chunk, int, list<int>, bool}> chunk, tempo, treads, whether it was learned or joined */
    private array $rows = [];

    /** @param list<int> $treads of the stair on which it was reached */
    public function add(Chunk $chunk, int $tempo, array $treads, bool $learned): void
    {
        if ($tempo > 0) {
            $this->rows[] = [$chunk, $tempo, $treads, $learned];
        }
    }

    /** The lowest tempo of the chunks of which a larger one is made, each as it was reached last; 0 if none was. */
    public function lowestIn(Chunk $chunk): int
    {
        $lowest = 0;
        $seen = [];
        foreach (array_reverse($this->rows) as [$other, $tempo]) {
            if ($other->contains($chunk)) {
                return 0 === $lowest ? $tempo : min($lowest, $tempo);
            }
            if (!$chunk->contains($other) || [] !== array_filter($seen, static fn (Chunk $later): bool => $later->contains($other))) {
                continue;
            }
            $seen[] = $other;
            $lowest = 0 === $lowest ? $tempo : min($lowest, $tempo);
        }

        return $lowest;
    }

    /** @return array{Chunk, int, list<int>}|null what was learned or joined last: chunk, tempo, treads */
    public function latest(): ?array
    {
        foreach (array_reverse($this->rows) as [$chunk, $tempo, $treads, $learned]) {
            if ($learned) {
                return [$chunk, $tempo, $treads];
            }
        }

        return null;
    }

    /** @return array{Chunk, int}|null the longest chunk that was learned or joined, of two as long the later, and its tempo */
    public function longest(Piece $piece): ?array
    {
        $longest = null;
        $ticks = 0;
        foreach ($this->rows as [$chunk, $tempo, , $learned]) {
            $length = $piece->ticksBetween($chunk->from, $chunk->to);
            if ($learned && $length >= $ticks) {
                $longest = [$chunk, $tempo];
                $ticks = $length;
            }
        }

        return $longest;
    }
}
