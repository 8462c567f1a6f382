<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Comfort;

/** What was practised in the steps before, and what that does to the comfort of a chunk (handbook 6). Grows step by step. */
final class Practised
{
    /** @var list<array{Chunk, Comfort}> */
    private array $chunks = [];

    /**
     * The latest practice of the same chunk or of one around it counts; else the least comfortable of the chunks inside it, each as it
     * was practised last: what was drilled alone and then in its measure is as comfortable as the measure.
     *
     * @param Comfort $before without any practice
     */
    public function comfort(Chunk $chunk, Comfort $before): Comfort
    {
        $inside = null;
        $seen = [];
        foreach (array_reverse($this->chunks) as [$other, $comfort]) {
            if ($other->contains($chunk)) {
                return $comfort->tempo > $before->tempo ? $comfort : $before;
            }
            if (!$chunk->contains($other) || [] !== array_filter($seen, static fn (Chunk $later): bool => $later->contains($other))) {
                continue;
            }
            $seen[] = $other;
            $inside = null === $inside || $comfort->tempo < $inside->tempo ? $comfort : $inside;
        }

        return null !== $inside && $inside->tempo > $before->tempo ? $inside : $before;
    }

    public function add(Chunk $chunk, Comfort $after): void
    {
        $this->chunks[] = [$chunk, $after];
    }
}
