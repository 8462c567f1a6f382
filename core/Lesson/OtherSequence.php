<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Method\StepPurpose;

/** The order of another class's sequence on the same piece, for a lesson that turns out to have been that class's (handbook 11). */
final readonly class OtherSequence
{
    /** @param array<array-key, string> $keys of the steps of its order, by their ids (see key()) */
    public function __construct(private array $keys)
    {
    }

    /**
     * What a step is of any order on the piece: the same for two that do the same with the same chunk.
     *
     * @param int $chunk id; 0 for none
     */
    public static function key(StepPurpose $purpose, int $chunk, ?Rung $rung): string
    {
        return implode(' ', [$purpose->value, $chunk, $rung->value ?? '']);
    }

    /**
     * How well a lesson fits it: the more the better.
     *
     * @param list<TaughtStep> $steps as another sequence planned them
     *
     * @return array{int, int} steps that were planned by this very sequence, and steps that have one like them here
     */
    public function fits(array $steps): array
    {
        $ordered = array_filter($this->take($steps), static fn (TaughtStep $step): bool => $step->isOrdered());

        return [
            \count(array_filter($ordered, fn (TaughtStep $step): bool => isset($this->keys[$step->id]))),
            \count(array_filter($ordered, static fn (TaughtStep $step): bool => '' !== $step->row())),
        ];
    }

    /**
     * The steps of a lesson as steps of this sequence: each is the first in its order that does the same with the same chunk and is not
     * taken yet. One that has no like here is none of its steps; what a lesson asks for by itself is no step of any order.
     *
     * @param list<TaughtStep> $steps as another sequence planned them
     *
     * @return list<TaughtStep>
     */
    public function take(array $steps): array
    {
        $left = $this->keys;
        $taken = [];
        foreach ($steps as $step) {
            if ($step->isOrdered()) {
                $row = array_search(self::key($step->step->purpose, $step->chunk, $step->step->rung), $left, true);
                $step = $step->asRow(false === $row ? '' : (string) $row);
                unset($left[$step->row()]);
            }
            $taken[] = $step;
        }

        return $taken;
    }
}
