<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkNode;

/**
 * Each class of the same measures is learned once; its returns are found, also within a phrase, and only what differs is learned anew. What
 * holds nothing but what was found is not joined.
 */
final class FindIt implements TeachingMethod
{
    public function teach(Taught $taught, array $spots, array $own): void
    {
        $climb = new Climb(
            $taught,
            static function (ChunkNode $phrase) use ($taught): void {
                self::piecewise($taught, $phrase);
            },
            joinsWhatIsNew: true,
        );
        $climb->bySections();
    }

    /** A phrase of which some measures were taught before, or come twice: these are found, the others learned, then they are joined. */
    private static function piecewise(Taught $taught, ChunkNode $phrase): void
    {
        if ($taught->findAgain($phrase->chunk)) {
            return;
        }
        $run = null;
        $isNew = true;
        $keys = [];
        foreach ($phrase->leaves() as $measure) {
            $key = $taught->key($measure);
            $again = null !== $taught->taughtAs($measure) || ('' !== $key && isset($keys[$key]));
            $joined = $run?->join($measure, ChunkKind::Join);
            if (null !== $run && null !== $joined && self::goesOn($taught, $joined, $isNew, $again)) {
                $run = $joined;
            } else {
                self::take($taught, $run, $phrase);
                $run = $measure;
                // What was just taught may be found now.
                $isNew = null === $taught->taughtAs($measure);
            }
            $keys[$key] = true;
        }
        self::take($taught, $run, $phrase);
        if ($taught->hasLearnedIn($phrase->chunk)) {
            $taught->join($phrase->chunk);
        }
    }

    /** New measures that follow each other are one run; so are known ones that were taught as one. */
    private static function goesOn(Taught $taught, Chunk $joined, bool $isNew, bool $again): bool
    {
        return $isNew ? !$again : $again && null !== $taught->taughtAs($joined);
    }

    private static function take(Taught $taught, ?Chunk $run, ChunkNode $phrase): void
    {
        if (null !== $run) {
            $taught->learn($run->edges() === $phrase->chunk->edges() ? $phrase->chunk : $run);
        }
    }
}
