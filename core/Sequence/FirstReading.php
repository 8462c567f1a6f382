<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Difficulty\ReadingLimit;
use CoinStair\Core\Form\Likeness;

/**
 * What of a piece a class has not read yet (handbook 5): the lack of a measure is 1 while it was not played, halved by each coin, and
 * shared by all measures that are the same; that of a chunk is the mean of its measures. Grows step by step.
 */
final class FirstReading
{
    /** At most so much is lacking where the same notes are only found again. */
    private const FOUND = 0.25;

    /** @var array<int, float> by class of equal measures; 1 where none is told */
    private array $lacks = [];

    public function __construct(private readonly Likeness $likeness, private readonly ReadingLimit $limit)
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

    /** The highest tempo at which a chunk can be read as it is now, in beats a minute. */
    public function tempo(Chunk $chunk): float
    {
        return $this->limit->tempo($this->lack($chunk));
    }

    /** Coins were earned with a chunk. */
    public function clean(Chunk $chunk, int $coins): void
    {
        $this->each($chunk, static fn (float $lack): float => ReadingLimit::afterCoins($lack, $coins));
    }

    /** A chunk was found again. */
    public function found(Chunk $chunk): void
    {
        $this->each($chunk, static fn (float $lack): float => min(self::FOUND, $lack));
    }

    /** @param \Closure(float): float $change of the lack of each class of measures, once */
    private function each(Chunk $chunk, \Closure $change): void
    {
        $classes = [];
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            $classes[$this->likeness->classes[$position]] = true;
        }
        foreach (array_keys($classes) as $class) {
            $this->lacks[$class] = $change($this->lacks[$class] ?? 1.0);
        }
    }
}
