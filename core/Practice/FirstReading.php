<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Difficulty\ReadingLimit;
use CoinStair\Core\Difficulty\Unread;

/**
 * What of a piece a class has not read yet (handbook 5 and 6): the lack of a measure is 1 while it was not played, halved by each coin, and
 * shared by all measures that are the same; that of a chunk is the mean of its measures. Each seam between two of them has a lack of its
 * own. Where more is new than a year takes in at once, a coin counts less. Grows step by step.
 */
final class FirstReading
{
    /** At most so much is lacking where the same notes are only found again. */
    private const FOUND = 0.25;
    /** Of a seam that is as good as none. */
    private const SMALL = 1e-6;

    /** @var array<int, float> by class of equal measures; 1 where none is told */
    private array $lacks = [];
    /** @var array<string, float> by the classes of two neighbors; 1 where none is told */
    private array $seams = [];
    /** @var array<string, Unread> of chunks, until something is read; by edges */
    private array $unread = [];

    public function __construct(private NewMusic $music, private readonly ReadingLimit $limit)
    {
    }

    /** 1 where nothing of a chunk was played, to 0. */
    public function lack(Chunk $chunk): float
    {
        return $this->unread($chunk)->lack;
    }

    /** What of a chunk is not read yet. */
    public function unread(Chunk $chunk): Unread
    {
        return $this->unread[$chunk->edges()] ??= $this->reckon($chunk);
    }

    private function reckon(Chunk $chunk): Unread
    {
        $sum = $new = 0.0;
        $seams = [];
        $measures = $this->music->in($chunk);
        foreach ($measures->loads as $class => $load) {
            $lack = $this->lacks[$class] ?? 1.0;
            $new += $lack * $load;
            $sum += $lack * $measures->counts[$class];
        }
        foreach ($measures->seams as $seam => [$one, $other]) {
            $excess = $this->excess($seam, $one, $other);
            if ($excess > self::SMALL) {
                $seams[] = $excess;
            }
        }

        return new Unread(0 === $measures->sounding ? 0.0 : $sum / $measures->sounding, $new, $seams);
    }

    /**
     * The measure before the seam of a chunk that lacks most.
     *
     * @return array{int, float}|null its position and the excess of the seam; none where nothing lacks
     */
    public function weakestSeam(Chunk $chunk): ?array
    {
        $weakest = null;
        foreach ($this->music->in($chunk)->seams as $seam => [$one, $other, $position]) {
            $excess = $this->excess($seam, $one, $other);
            if ($excess > ($weakest[1] ?? 0.0)) {
                $weakest = [$position, $excess];
            }
        }

        return $weakest;
    }

    /** What a seam lacks more than the measures that meet there; what was never played has no seams that lack more. */
    private function excess(string $seam, int $one, int $other): float
    {
        return ($this->seams[$seam] ?? 1.0) - max($this->lacks[$one] ?? 1.0, $this->lacks[$other] ?? 1.0);
    }

    /** The comfort of a chunk, held by what of it is not read yet. */
    public function limit(Comfort $comfort, Chunk $chunk): Comfort
    {
        return $comfort->limited($this->limit, $this->unread($chunk));
    }

    /** @return array{array<int, float>, array<string, float>} by class of equal measures, and by seam; 1 where none is told */
    public function lacks(): array
    {
        return [$this->lacks, $this->seams];
    }

    /**
     * Coins were earned with a chunk. On a small part of a measure, such as the notes of a spot, they count as less.
     *
     * @param float $coins as Unread::counting() tells them
     */
    public function clean(Chunk $chunk, float $coins): void
    {
        $this->each($chunk, static fn (float $lack, float $share): float => ReadingLimit::afterCoins($lack, $coins * $share));
    }

    /** A chunk was found again. */
    public function found(Chunk $chunk): void
    {
        $this->each($chunk, static fn (float $lack): float => min(self::FOUND, $lack));
    }

    /** What was new to the hands has become less so. */
    public function takeUp(NewMusic $music): void
    {
        $this->music = $music;
        $this->unread = [];
    }

    /** @param \Closure(float, float): float $change of each lack, by how much of its measure the chunk holds */
    private function each(Chunk $chunk, \Closure $change): void
    {
        $this->unread = [];
        $measures = $this->music->in($chunk);
        foreach ($measures->shares as $class => $share) {
            $this->lacks[$class] = $change($this->lacks[$class] ?? 1.0, $share);
        }
        foreach (array_keys($measures->seams) as $seam) {
            $this->seams[$seam] = $change($this->seams[$seam] ?? 1.0, 1.0);
        }
    }
}
