<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Difficulty\Spot;

/**
 * The order in which a method teaches the chunks of a tree (handbook 5). It ends with the whole, and nothing same is taught twice: a
 * chunk whose notes were taught at another place is found again instead.
 */
final class TeachingOrder
{
    /**
     * @param list<Spot>  $spots worst first
     * @param list<Chunk> $own   the teacher's chunks
     *
     * @return non-empty-list<TaughtChunk>
     */
    public static function reckon(Method $method, ChunkTree $tree, array $spots = [], array $own = []): array
    {
        $taught = new Taught($tree);
        $method->teaching()->teach($taught, $spots, $own);

        return [...$taught->order(), new TaughtChunk(StepPurpose::Run, $tree->whole)];
    }
}
