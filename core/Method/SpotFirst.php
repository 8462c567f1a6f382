<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Score\Piece;

/** The worst spots of a phrase alone, each then in its measure, all of them before the phrase; then forward. */
final class SpotFirst implements TeachingMethod
{
    /** Spots that are taught alone: at most one for so many phrases, and no more than so many. */
    private const PHRASES_PER_SPOT = 2;
    private const SPOTS = 6;
    /** Notes of the measure around a spot; one that has fewer takes in its neighbor. */
    private const NOTES = 4;

    public function teach(Taught $taught, array $spots, array $own): void
    {
        $tree = $taught->tree;
        $limit = max(1, min(self::SPOTS, intdiv(\count($tree->phrases()), self::PHRASES_PER_SPOT)));
        /** @var array<string, array{ChunkNode, list<array{Chunk, Spot}>}> $byPhrase the phrase with the worst spot first */
        $byPhrase = [];
        foreach (self::chosen($taught, $spots, $limit) as [$chunk, $spot]) {
            $phrase = $tree->phraseAt($chunk->from);
            $byPhrase[$phrase->chunk->edges()] ??= [$phrase, []];
            $byPhrase[$phrase->chunk->edges()][1][] = [$chunk, $spot];
        }
        foreach ($byPhrase as [$phrase, $inside]) {
            foreach ($inside as [$chunk, $spot]) {
                self::drill($taught, $chunk, $spot);
                $around = self::around($tree->piece, $phrase, $chunk);
                if (null === $around || $chunk->contains($around)) {
                    continue;
                }
                // What else is hard in these measures comes before them.
                foreach ($inside as [$other, $otherSpot]) {
                    if ($around->contains($other)) {
                        self::drill($taught, $other, $otherSpot);
                    }
                }
                $taught->learn($around);
            }
            $taught->learn($phrase->chunk);
        }
        (new Forward())->teach($taught, $spots, $own);
    }

    /**
     * @param list<Spot> $spots worst first
     *
     * @return list<array{Chunk, Spot}> none overlaps another, none has the notes of another
     */
    private static function chosen(Taught $taught, array $spots, int $limit): array
    {
        $chosen = $keys = [];
        foreach ($spots as $spot) {
            $chunk = null === $spot->move ? null : $spot->chunk($taught->tree->piece);
            $key = null === $chunk ? '' : $taught->key($chunk);
            if (null === $chunk || self::isCovered($chunk, $chosen) || ('' !== $key && isset($keys[$key]))) {
                continue;
            }
            $chosen[] = [$chunk, $spot];
            $keys[$key] = true;
            if (\count($chosen) >= $limit) {
                break;
            }
        }

        return $chosen;
    }

    private static function drill(Taught $taught, Chunk $chunk, Spot $spot): void
    {
        if (!$taught->isHeld($chunk)) {
            $taught->drill($chunk, $spot);
        }
    }

    /** The measures of a phrase in which a spot lies; where few notes are in them, with the one after it, or before it. */
    private static function around(Piece $piece, ChunkNode $phrase, Chunk $spot): ?Chunk
    {
        $around = null;
        foreach ($phrase->leaves() as $measure) {
            if ($measure->from->isBefore($spot->to) && $spot->from->isBefore($measure->to)) {
                $around = $around?->join($measure, ChunkKind::Pair) ?? $measure;
            }
        }
        if (null === $around || $around->onsets($piece) >= self::NOTES) {
            return $around;
        }
        $before = null;
        foreach ($phrase->leaves() as $measure) {
            if ($measure->from->equals($around->to)) {
                return $around->join($measure, ChunkKind::Pair);
            }
            $before = $measure->to->equals($around->from) ? $measure : $before;
        }

        return $before?->join($around, ChunkKind::Pair) ?? $around;
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
