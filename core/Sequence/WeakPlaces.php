<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Practice\StepMaker;
use CoinStair\Core\Score\Piece;

/** What does not stand yet when the order of a sequence is through (handbook 6). */
final readonly class WeakPlaces
{
    public function __construct(
        private Piece $piece,
        private ChunkTree $tree,
        private Aim $aim,
        private ClassState $class,
        private StepMaker $maker,
    ) {
    }

    /** The tempo at which a go of a chunk is likely to be clean now, up to the goal: beats a minute. */
    public function likely(Chunk $chunk): int
    {
        return $this->maker->likely($this->class->practice, $chunk, $this->aim->goal);
    }

    /**
     * Phrases that are not likely at the goal, or not likely enough, the slowest first.
     *
     * @param float $stands chance of a clean go at the goal that is enough
     *
     * @return list<Chunk>
     */
    public function phrases(float $stands): array
    {
        $rows = [];
        foreach ($this->tree->phrases() as $phrase) {
            $likely = $this->likely($phrase->chunk);
            $chance = $this->class->chanceAtGoal($phrase->chunk);
            if ($likely < $this->aim->goal || $chance < $stands) {
                $rows[] = [$likely, $chance, $phrase->chunk];
            }
        }
        usort($rows, static fn (array $one, array $other): int => [$one[0], $one[1]] <=> [$other[0], $other[1]]);

        return array_column($rows, 2);
    }

    /** The place at which the hands hold a phrase back; none where they do not. */
    public function spotIn(Chunk $phrase): ?Chunk
    {
        $comfort = $this->class->practice->comfort($phrase);

        return $comfort->isHeldByReading() || $comfort->lesser() >= $this->aim->goal
            ? null
            : $this->class->practice->hardest($phrase)?->move->spot($this->piece);
    }

    /** @return iterable<Chunk> pairs of phrases whose seam is weak, as long as the whole is not likely at the goal */
    public function pairs(): iterable
    {
        $phrases = $this->tree->phrases();
        foreach ($phrases as $index => $phrase) {
            $next = $phrases[$index + 1] ?? null;
            if (null === $next || $this->likely($this->tree->whole) >= $this->aim->goal) {
                return;
            }
            $both = $phrase->chunk->join($next->chunk);
            if (!$both->isWhole($this->piece) && null !== $this->class->practice->weakSeam($both)) {
                yield $both;
            }
        }
    }

    /** A run of the whole now would be faster than before, or at the goal again. */
    public function isWholeNews(): bool
    {
        $likely = $this->likely($this->tree->whole);

        return $likely > $this->class->wholeToday() && ($likely > $this->class->wholeAt() || $likely >= $this->aim->goal);
    }
}
