<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Method\StepPurpose;

/** What was practised in the steps before, and what that does to the comfort of a chunk (handbook 6). Grows step by step. */
final class Practised
{
    /** @var list<array{Chunk, Comfort}> */
    private array $chunks = [];

    /** @param FirstReading|null $reading what the class has not read yet; nothing is new if none is given */
    public function __construct(private readonly ?FirstReading $reading = null)
    {
    }

    /**
     * The latest practice of the same chunk or of one around it counts; else the least comfortable of the chunks inside it, each as it
     * was practised last: what was drilled alone and then in its measure is as comfortable as the measure.
     *
     * @param Comfort $before without any practice
     */
    public function comfort(Chunk $chunk, Comfort $before): Comfort
    {
        $inside = null;
        $seen = [];
        foreach (array_reverse($this->chunks) as [$other, $comfort]) {
            if ($other->contains($chunk)) {
                return $comfort->tempo > $before->tempo ? $comfort : $before;
            }
            if (!$chunk->contains($other) || [] !== array_filter($seen, static fn (Chunk $later): bool => $later->contains($other))) {
                continue;
            }
            $seen[] = $other;
            $inside = null === $inside || $comfort->tempo < $inside->tempo ? $comfort : $inside;
        }

        return null !== $inside && $inside->tempo > $before->tempo ? $inside : $before;
    }

    /** The comfort of what the hands need, held by what was not read yet. */
    public function read(Chunk $chunk, Comfort $hands): Comfort
    {
        return $this->reading?->limit($hands, $chunk) ?? $hands;
    }

    /** A step was taught. */
    public function add(Step $step, Chunk $chunk, Comfort $hands, int $coins): void
    {
        if ($step->practises()) {
            $this->chunks[] = [$chunk, $hands->afterCoins($coins)];
            $this->reading?->clean($chunk, $coins);
        }
        if (StepPurpose::Find === $step->purpose) {
            $this->reading?->found($chunk);
        }
    }
}
