<?php

declare(strict_types=1);

namespace App\Shared\Facts;

use CoinStair\Core\Log\TaughtLesson;

/** Of what the lessons of a class speak: what is told of them follows from the states of these rows as well. */
final readonly class TaughtMatter
{
    /**
     * @param array<int, true> $chunks that were played, by id
     * @param array<int, true> $pieces on which lessons were, by id
     */
    private function __construct(public array $chunks, public array $pieces)
    {
    }

    public static function none(): self
    {
        return new self([], []);
    }

    /** @param iterable<TaughtLesson> $lessons */
    public function with(iterable $lessons): self
    {
        $chunks = $this->chunks;
        $pieces = $this->pieces;
        foreach ($lessons as $lesson) {
            $pieces[(int) $lesson->piece] = true;
            foreach ($lesson->played() as $played) {
                $chunks[$played->step->chunk] = true;
            }
        }
        unset($chunks[0]);

        return new self($chunks, $pieces);
    }
}
