<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Load;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/** How much music the measures of a piece are against what a year takes in at once (handbook 5 and 6); sums of chunks are kept. */
final class NewMusic
{
    /** Share of a measure from which on a chunk holds it. */
    private const MOST_OF_IT = 0.5;

    /** @var list<float>|null of each measure, against the wish of the year */
    private ?array $loads = null;
    /** @var array<string, MeasuresOfChunk> by edges */
    private array $known = [];

    /**
     * @param int                  $year    of playing
     * @param array<string, float> $weights of notes by how new they are, by event id
     */
    public function __construct(
        private readonly Piece $piece,
        private readonly Likeness $likeness,
        private readonly int $year,
        private readonly array $weights = [],
    ) {
    }

    /**
     * The same with other weights.
     *
     * @param array<string, float> $weights of notes by how new they are, by event id
     */
    public function weighing(array $weights): self
    {
        return $weights === $this->weights ? $this : new self($this->piece, $this->likeness, $this->year, $weights);
    }

    /** Number of the class of equal measures that one belongs to. */
    public function classOf(int $position): int
    {
        return $this->likeness->classes[$position];
    }

    public function in(Chunk $chunk): MeasuresOfChunk
    {
        return $this->known[$chunk->edges()] ??= $this->measures($chunk);
    }

    private function measures(Chunk $chunk): MeasuresOfChunk
    {
        $counts = $shares = $loads = $seams = $held = [];
        $sounding = 0;
        $before = null;
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            $class = $this->likeness->classes[$position];
            $share = $this->share($chunk, $position);
            $isHeld = $share >= self::MOST_OF_IT;
            $shares[$class] = max($shares[$class] ?? 0.0, $isHeld ? 1.0 : $share);
            if ($this->likeness->isSilent($position)) {
                $before = null;
                continue;
            }
            ++$sounding;
            $counts[$class] = ($counts[$class] ?? 0) + 1;
            $loads[$class] = max($loads[$class] ?? 0.0, $share * $this->loads()[$position]);
            if ($isHeld) {
                $held[$class] = true;
                if (null !== $before) {
                    $seams["$before $class"] ??= [$before, $class, $position - 1];
                }
            }
            $before = $isHeld ? $class : null;
        }

        return new MeasuresOfChunk($counts, $shares, $loads, $seams, $sounding, array_keys($held));
    }

    /** How much of a measure lies in a chunk, 0 to 1. */
    private function share(Chunk $chunk, int $position): float
    {
        $length = $this->piece->measures[$position]->length;
        $from = $position === $chunk->from->position ? $chunk->from->offset : 0;
        $to = $position === $chunk->to->position ? $chunk->to->offset : $length;

        return $length > 0 ? ($to - $from) / $length : 1.0;
    }

    /** @return list<float> */
    private function loads(): array
    {
        if (null === $this->loads) {
            $bars = array_map(Place::of(...), range(0, \count($this->piece->measures)));
            $wish = Load::wish($this->year);
            $this->loads = array_map(
                static fn (float $load): float => $load / $wish,
                Load::between($this->piece, $bars, $this->weights),
            );
        }

        return $this->loads;
    }
}
