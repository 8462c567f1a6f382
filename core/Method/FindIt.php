<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Form\LikenessKind;
use CoinStair\Core\Form\Seams;
use CoinStair\Core\Score\Place;

/** Each class of the same measures is learned once; its returns are found, and only what differs is learned anew. */
final class FindIt implements TeachingMethod
{
    private ?Seams $seams = null;

    public function teach(Taught $taught, array $spots, array $own): void
    {
        $climb = new Climb($taught, function (ChunkNode $phrase) use ($taught): void {
            $this->piecewise($taught, $phrase);
        });
        $climb->bySections();
    }

    /** A phrase of which some measures were taught before: these are found, the others learned, then they are joined. */
    private function piecewise(Taught $taught, ChunkNode $phrase): void
    {
        if ($taught->findAgain($phrase->chunk)) {
            return;
        }
        $runs = [];
        foreach ($this->knownAndNew($taught, $phrase) as [$known, $chunk]) {
            $last = array_key_last($runs);
            $joined = null === $last ? $chunk : $runs[$last][1]->join($chunk, ChunkKind::Join);
            if (null !== $last && $runs[$last][0] === $known && (!$known || null !== $taught->taughtAs($joined))) {
                $runs[$last][1] = $joined;
            } else {
                $runs[] = [$known, $chunk];
            }
        }
        if (1 === \count($runs)) {
            $taught->learn($phrase->chunk);

            return;
        }
        foreach ($runs as [, $run]) {
            $taught->learn($run);
        }
        $taught->join($phrase->chunk);
    }

    /** @return list<array{bool, Chunk}> the measures of a phrase, those with another ending in two: whether each was taught before */
    private function knownAndNew(Taught $taught, ChunkNode $phrase): array
    {
        $pieces = [];
        foreach ($phrase->leaves() as $measure) {
            $known = null !== $taught->taughtAs($measure);
            $split = $known ? null : $this->whereItDiffers($taught, $measure);
            if (null === $split) {
                $pieces[] = [$known, $measure];
            } else {
                $pieces[] = [true, Chunk::of($taught->tree->piece, $measure->kind, $measure->from, $split)];
                $pieces[] = [false, Chunk::of($taught->tree->piece, $measure->kind, $split, $measure->to, $measure->lands)];
            }
        }

        return $pieces;
    }

    /** The beat from which a measure differs from one that was taught; none if it differs from the start. */
    private function whereItDiffers(Taught $taught, Chunk $measure): ?Place
    {
        $piece = $taught->tree->piece;
        $this->seams ??= Seams::of($piece);
        if (0 !== $measure->from->offset || !$measure->to->equals(Place::of($measure->from->position + 1))) {
            return null;
        }
        foreach ($taught->tree->likeness->likes[$measure->from->position] as $like) {
            $earlier = Place::of($like->of);
            if (LikenessKind::OtherEnding !== $like->kind || !$taught->knows($taught->sameness->key($earlier, Place::of($like->of + 1)))) {
                continue;
            }
            for ($offset = $piece->measures[$like->of]->length - $piece->beatTicks; $offset > 0; $offset -= $piece->beatTicks) {
                $split = Place::of($measure->from->position, $offset);
                $key = $taught->sameness->key($measure->from, $split);
                if (
                    $this->seams->isOpen($split)
                    && '' !== $key
                    && $key === $taught->sameness->key($earlier, Place::of($like->of, $offset))
                ) {
                    $taught->know($key, Chunk::of($piece, ChunkKind::Measure, $earlier, Place::of($like->of, $offset)));

                    return $split;
                }
            }
        }

        return null;
    }
}
