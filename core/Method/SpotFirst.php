<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Difficulty\Spot;

/** The worst spots alone, each then in its measure and its phrase; then forward. */
final class SpotFirst implements TeachingMethod
{
    /** Spots that are taught alone: at most one for so many phrases, and no more than so many. */
    private const PHRASES_PER_SPOT = 2;
    private const SPOTS = 6;

    public function teach(Taught $taught, array $spots, array $own): void
    {
        $limit = max(1, min(self::SPOTS, intdiv(\count($taught->tree->phrases()), self::PHRASES_PER_SPOT)));
        $chosen = [];
        foreach ($spots as $spot) {
            $chunk = $spot->chunk($taught->tree->piece);
            if (null === $spot->move || self::isCovered($chunk, $chosen) || null !== $taught->taughtAs($chunk)) {
                continue;
            }
            $chosen[] = [$chunk, $spot];
            $taught->remember($chunk);
            if (\count($chosen) >= $limit) {
                break;
            }
        }
        foreach ($chosen as [$chunk, $spot]) {
            $taught->drill($chunk, $spot);
            // In its context: the measure, if that is more, then the phrase.
            $phrase = $taught->tree->phraseAt($chunk->from);
            $around = null;
            foreach ($phrase->leaves() as $measure) {
                if ($measure->from->isBefore($chunk->to) && $chunk->from->isBefore($measure->to)) {
                    $around = $around?->join($measure, ChunkKind::Pair) ?? $measure;
                }
            }
            if (null !== $around && !$chunk->contains($around)) {
                $taught->learn($around);
            }
            $taught->learn($phrase->chunk);
        }
        (new Forward())->teach($taught, $spots, $own);
    }

    /** @param list<array{Chunk, Spot}> $chosen */
    private static function isCovered(Chunk $chunk, array $chosen): bool
    {
        foreach ($chosen as [$other]) {
            if ($chunk->from->isBefore($other->to) && $other->from->isBefore($chunk->to)) {
                return true;
            }
        }

        return false;
    }
}
