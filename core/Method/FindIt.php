<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Score\Piece;

/**
 * Each class of the same measures is learned once; its returns are found, also within a phrase, and only what differs is learned anew. What
 * holds nothing but what was found is not joined; crumbs go with what stands beside them.
 */
final class FindIt implements TeachingMethod
{
    /** Onsets under which a piece of a phrase goes with its neighbor. */
    private const CRUMB = 4;
    /** Measures up to which finds that touch become one. */
    private const FOUND = 8;

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
        foreach (self::together(self::withoutCrumbs(self::pieces($taught, $phrase), $taught->tree->piece)) as $piece) {
            $chunk = $piece->chunk->edges() === $phrase->chunk->edges() ? $phrase->chunk : $piece->chunk;
            if ($piece->isNew || null === $piece->like) {
                $taught->learn($chunk);
            } else {
                $taught->findAs($chunk, $piece->like);
            }
        }
        if ($taught->hasLearnedIn($phrase->chunk)) {
            $taught->join($phrase->chunk);
        }
    }

    /**
     * The measures of a phrase, those that follow each other and are new as one, and those that were taught as one.
     *
     * @return non-empty-list<PhrasePiece>
     */
    private static function pieces(Taught $taught, ChunkNode $phrase): array
    {
        $pieces = [];
        $seen = [];
        foreach ($phrase->leaves() as $measure) {
            $key = $taught->key($measure);
            $like = $taught->taughtAs($measure) ?? ('' === $key ? null : $seen[$key] ?? null);
            $last = $pieces[\count($pieces) - 1] ?? null;
            $joined = $last?->chunk->join($measure, ChunkKind::Join);
            $asOne = null === $joined ? null : $taught->taughtAs($joined);
            if (null !== $last && null !== $joined && ($last->isNew ? null === $like : null !== $like && null !== $asOne)) {
                array_pop($pieces);
                $pieces[] = new PhrasePiece($joined, $last->isNew, $asOne ?? $last->like);
            } else {
                $pieces[] = new PhrasePiece($measure, null === $like, $like);
            }
            $seen[$key] ??= $measure;
        }
        \assert([] !== $pieces);

        return $pieces;
    }

    /**
     * What has few onsets or is no measure goes with its smaller neighbor; what is new takes in what is known.
     *
     * @param non-empty-list<PhrasePiece> $pieces
     *
     * @return non-empty-list<PhrasePiece>
     */
    private static function withoutCrumbs(array $pieces, Piece $piece): array
    {
        while (\count($pieces) > 1) {
            $crumb = array_find_key($pieces, static fn (PhrasePiece $one): bool => self::isCrumb($one->chunk, $piece));
            if (null === $crumb) {
                break;
            }
            $before = isset($pieces[$crumb - 1]) ? $pieces[$crumb - 1]->ticks($piece) : \PHP_INT_MAX;
            $after = isset($pieces[$crumb + 1]) ? $pieces[$crumb + 1]->ticks($piece) : \PHP_INT_MAX;
            $at = $before <= $after ? $crumb - 1 : $crumb;
            array_splice($pieces, $at, 2, [$pieces[$at]->with($pieces[$at + 1])]);
        }

        return $pieces;
    }

    /**
     * What is new and touches becomes one; so do finds, up to so many measures.
     *
     * @param non-empty-list<PhrasePiece> $pieces
     *
     * @return non-empty-list<PhrasePiece>
     */
    private static function together(array $pieces): array
    {
        $together = [array_shift($pieces)];
        foreach ($pieces as $piece) {
            $last = $together[\count($together) - 1];
            $both = $last->with($piece);
            $measures = $both->chunk->lastPosition() - $both->chunk->from->position + 1;
            if ($last->isNew === $piece->isNew && ($piece->isNew || $measures <= self::FOUND)) {
                array_pop($together);
                $together[] = $both;
            } else {
                $together[] = $piece;
            }
        }

        return $together;
    }

    private static function isCrumb(Chunk $chunk, Piece $piece): bool
    {
        $measure = $piece->measures[$chunk->lastPosition()]->meter->ticks();

        return $piece->ticksBetween($chunk->from, $chunk->to) < $measure || $chunk->onsets($piece) < self::CRUMB;
    }
}
