<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\LeftHand\FingerMarks;
use CoinStair\Core\Standing\ChunkCoverage;
use CoinStair\Core\Standing\CoverageState;

/**
 * What "known" means (handbook 7): a place on the fingerboard is known when a chunk that holds it was played with coins, introduced when
 * one was only begun. What was played on open strings says nothing of a chunk's places.
 */
final class KnownPlaces
{
    /** Chunks that are looked through: more than a class learns in two years. */
    private const CHUNKS = 400;

    /**
     * @param list<ChunkCoverage> $coverage
     *
     * @return list<string> ids of chunks whose places count as known
     */
    public static function played(array $coverage): array
    {
        return self::chunks($coverage, CoverageState::InProgress, CoverageState::AtGoal);
    }

    /**
     * @param list<ChunkCoverage> $coverage
     *
     * @return list<string> ids of chunks whose places count as introduced
     */
    public static function begun(array $coverage): array
    {
        return self::chunks($coverage, CoverageState::Started);
    }

    /** @return list<string> the places of a chunk on the fingerboard, as FingerMarks::place() names them */
    public static function find(BothHands $hands, Chunk $chunk): array
    {
        $places = [];
        foreach ($hands->fingering->notes as $index => $note) {
            $choice = $hands->fingering->choices[$index];
            if (null !== $choice && $note->position >= $chunk->from->position && $note->position <= $chunk->lastPosition()) {
                $places[FingerMarks::place($hands->fingering, $choice)] = true;
            }
        }

        return array_keys($places);
    }

    /**
     * @param list<ChunkCoverage> $coverage
     *
     * @return list<string>
     */
    private static function chunks(array $coverage, CoverageState ...$states): array
    {
        $chunks = [];
        foreach ($coverage as $met) {
            if ($met->matter->isChunk() && \in_array($met->state, $states, true)) {
                $chunks[] = $met->matter->chunk;
            }
        }

        return \array_slice($chunks, 0, self::CHUNKS);
    }
}
