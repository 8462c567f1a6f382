<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Chunk\Chunk;

/** What of one measure lies in a chunk. */
final readonly class Stretch
{
    /**
     * @param int $from ticks of the measure
     * @param int $to   ticks of the measure; PHP_INT_MAX for its end
     */
    private function __construct(public int $position, public int $from, public int $to)
    {
    }

    /** @return list<self> one a measure */
    public static function of(Chunk $chunk): array
    {
        $stretches = [];
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            $stretches[] = new self(
                $position,
                $position === $chunk->from->position ? $chunk->from->offset : 0,
                $position === $chunk->to->position ? $chunk->to->offset : \PHP_INT_MAX,
            );
        }

        return $stretches;
    }

    /** It holds all of what a gain speaks of. */
    public function holds(Gain $gain): bool
    {
        return $gain->from >= $this->from && $gain->to <= $this->to;
    }

    public function meets(Gain $gain): bool
    {
        return $gain->to > $this->from && $gain->from < $this->to;
    }
}
