<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;

/** The teacher's chunks, in the order in which they end. */
final class Own implements TeachingMethod
{
    public function teach(Taught $taught, array $spots, array $own): void
    {
        $ofSpots = [];
        foreach ($spots as $spot) {
            $ofSpots[$spot->chunk($taught->tree->piece)->edges()] ??= $spot;
        }
        $done = [];
        usort($own, static fn (Chunk $one, Chunk $other): int => $one->to->compare($other->to) ?: $other->from->compare($one->from));
        foreach ($own as $chunk) {
            if (ChunkKind::Whole === $chunk->kind) {
                continue;
            }
            $spot = ChunkKind::Spot === $chunk->kind ? $ofSpots[$chunk->edges()] ?? null : null;
            $inside = array_filter($done, static fn (Chunk $other): bool => $chunk->contains($other));
            match (true) {
                null !== $spot && null === $taught->taughtAs($chunk) => $taught->drill($chunk, $spot),
                \count($inside) > 1 => $taught->join($chunk),
                default => $taught->learn($chunk),
            };
            $done[] = $chunk;
        }
    }
}
