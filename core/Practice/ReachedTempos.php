<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Climbed;
use CoinStair\Core\Score\Piece;

/** The tempos at which a class has each chunk: from its log, and from the steps that are planned before. Grows step by step. */
final class ReachedTempos
{
    /** @var list<Reached> */
    private array $rows = [];

    /** @param bool $isLearned it was learned or joined, not only played again */
    public function add(Chunk $chunk, Climbed $climbed, bool $isLearned): void
    {
        if ($climbed->tempo > 0) {
            $this->rows[] = new Reached($chunk, $climbed, $isLearned);
        }
    }

    /** The lowest tempo of the chunks of which a larger one is made, each as it was reached last; 0 if none was. */
    public function lowestIn(Chunk $chunk): int
    {
        $lowest = 0;
        $seen = [];
        foreach (array_reverse($this->rows) as $row) {
            $other = $row->chunk;
            $tempo = $row->climbed->tempo;
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

    /** What was learned or joined last. */
    public function latest(): ?Reached
    {
        foreach (array_reverse($this->rows) as $row) {
            if ($row->isLearned) {
                return $row;
            }
        }

        return null;
    }

    /** The longest chunk that was learned or joined; of two as long the later. */
    public function longest(Piece $piece): ?Reached
    {
        $longest = null;
        $ticks = 0;
        foreach ($this->rows as $row) {
            $length = $piece->ticksBetween($row->chunk->from, $row->chunk->to);
            if ($row->isLearned && $length >= $ticks) {
                $longest = $row;
                $ticks = $length;
            }
        }

        return $longest;
    }
}
