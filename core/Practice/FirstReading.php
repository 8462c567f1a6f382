<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Difficulty\ReadingLimit;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Score\Piece;

/**
 * What of a piece a class has not read yet (handbook 5): the lack of a measure is 1 while it was not played, halved by each coin, and
 * shared by all measures that are the same; that of a chunk is the mean of its measures. Grows step by step.
 */
final class FirstReading
{
    /** At most so much is lacking where the same notes are only found again. */
    private const FOUND = 0.25;
    /** Share of a measure from which on a coin on it counts as one on all of it. */
    private const MOST_OF_IT = 0.5;

    /** @var array<int, float> by class of equal measures; 1 where none is told */
    private array $lacks = [];

    public function __construct(private readonly Piece $piece, private readonly Likeness $likeness, private readonly ReadingLimit $limit)
    {
    }

    /** 1 where nothing of a chunk was played, to 0. */
    public function lack(Chunk $chunk): float
    {
        $sum = 0.0;
        $count = 0;
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            if (!$this->likeness->isSilent($position)) {
                $sum += $this->lacks[$this->likeness->classes[$position]] ?? 1.0;
                ++$count;
            }
        }

        return 0 === $count ? 0.0 : $sum / $count;
    }

    /** The comfort of a chunk, held by what of it is not read yet. */
    public function limit(Comfort $comfort, Chunk $chunk): Comfort
    {
        return $comfort->limited($this->limit, $this->lack($chunk));
    }

    /** @return array<int, float> by class of equal measures; 1 where none is told */
    public function lacks(): array
    {
        return $this->lacks;
    }

    /** Coins were earned with a chunk. On a small part of a measure, such as the two notes of a spot, they count as much less. */
    public function clean(Chunk $chunk, float $coins): void
    {
        $this->each($chunk, static fn (float $lack, float $share): float => ReadingLimit::afterCoins($lack, $coins * $share));
    }

    /** A chunk was found again. */
    public function found(Chunk $chunk): void
    {
        $this->each($chunk, static fn (float $lack, float $share): float => min(self::FOUND, $lack));
    }

    /** @param \Closure(float, float): float $change of the lack of each class of measures, once, by how much of it the chunk holds */
    private function each(Chunk $chunk, \Closure $change): void
    {
        $shares = [];
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            $class = $this->likeness->classes[$position];
            $shares[$class] = max($shares[$class] ?? 0.0, $this->share($chunk, $position));
        }
        foreach ($shares as $class => $share) {
            $this->lacks[$class] = $change($this->lacks[$class] ?? 1.0, $share >= self::MOST_OF_IT ? 1.0 : $share);
        }
    }

    /** How much of a measure lies in a chunk, 0 to 1. */
    private function share(Chunk $chunk, int $position): float
    {
        $length = $this->piece->measures[$position]->length;
        $from = $position === $chunk->from->position ? $chunk->from->offset : 0;
        $to = $position === $chunk->to->position ? $chunk->to->offset : $length;

        return $length > 0 ? ($to - $from) / $length : 1.0;
    }
}
