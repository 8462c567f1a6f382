<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Method\StepPurpose;

/** The order of another class's sequence on the same piece, for a lesson that turns out to have been that class's (handbook 11). */
final readonly class OtherSequence
{
    /** @param list<array{string, StepPurpose, int, Rung|null}> $rows of its order: id, purpose, id of the chunk (0 for none), rung */
    public function __construct(private array $rows)
    {
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
        $ordered = array_filter($steps, static fn (TaughtStep $step): bool => $step->isOrdered());

        return [
            \count(array_intersect(array_column($this->rows, 0), array_column($ordered, 'id'))),
            \count(array_filter($this->take($steps), static fn (TaughtStep $step): bool => $step->isOrdered() && '' !== $step->row())),
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
        $left = $this->rows;
        $taken = [];
        foreach ($steps as $step) {
            $like = array_find_key($left, static fn (array $row): bool => [$row[1], $row[2], $row[3]] === [
                $step->step->purpose,
                $step->chunk,
                $step->step->rung,
            ]);
            $taken[] = $step->isOrdered() ? $step->asRow(null === $like ? '' : $left[$like][0]) : $step;
            if ($step->isOrdered() && null !== $like) {
                unset($left[$like]);
            }
        }

        return $taken;
    }
}
