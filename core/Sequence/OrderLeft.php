<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Climbed;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Standing\PastLesson;
use CoinStair\Core\Standing\Touch;

/** What is left of the order of a sequence: the steps that are still to be taught, and where those that were begun have stopped. */
final class OrderLeft
{
    /** @var array<int, OrderedStep> by place in the order */
    private array $steps;
    /** @var array<int, Climbed> how far each came that was begun, by place */
    private array $begun = [];

    /**
     * Takes out of the order what was taught, by itself or in something larger after it; what was begun goes on where it stopped.
     *
     * @param list<OrderedStep> $order
     * @param list<PastLesson>  $past
     */
    public function __construct(array $order, array $past)
    {
        $this->steps = $order;
        $places = array_flip(array_filter(array_map(static fn (OrderedStep $one): string => $one->id, $order)));
        $touches = array_merge([], ...array_map(static fn (PastLesson $lesson): array => $lesson->touches, $past));
        $opened = array_fill_keys(array_merge([], ...array_map(static fn (PastLesson $lesson): array => $lesson->opened, $past)), true);
        foreach ($order as $place => $step) {
            $own = array_values(
                array_filter($touches, static fn (Touch $touch): bool => '' !== $step->id && $touch->step === $step->id),
            );
            $last = $own[\count($own) - 1] ?? null;
            if (isset($opened[$step->id]) || true === $last?->done || self::isTaught($step, $place, $touches, $places)) {
                unset($this->steps[$place]);
            } elseif (null !== $last) {
                $this->begun[$place] = new Climbed($last->stoppedAt, $last->treads);
            }
        }
    }

    /** @return array<int, OrderedStep> by place in the order */
    public function steps(): array
    {
        return $this->steps;
    }

    /** Nothing is left but runs of what was learned. */
    public function isThrough(): bool
    {
        return [] === array_filter($this->steps, static fn (OrderedStep $one): bool => StepPurpose::Run !== $one->purpose);
    }

    /** What the next lesson goes on with, where its first step was begun in an earlier one. */
    public function goesOn(): ?Chunk
    {
        $first = array_key_first($this->steps);

        return null !== $first && isset($this->begun[$first]) ? $this->steps[$first]->chunk() : null;
    }

    /** How far a step came in an earlier lesson; none where it was not begun. */
    public function begun(int $place): ?Climbed
    {
        return $this->begun[$place] ?? null;
    }

    /** A step was taught. */
    public function done(int $place): void
    {
        unset($this->steps[$place], $this->begun[$place]);
    }

    /** As much of a step was taught as there was time for. */
    public function cut(int $place, StepTime $time): void
    {
        $this->begun[$place] = $time->climbed();
    }

    /**
     * @param list<Touch>        $touches of all lessons
     * @param array<string, int> $places  of the steps of the order, by id
     */
    private static function isTaught(OrderedStep $step, int $place, array $touches, array $places): bool
    {
        $chunk = $step->chunk();
        if (null === $chunk) {
            return false;
        }
        foreach ($touches as $touch) {
            $larger = ($places[$touch->step] ?? -1) > $place && $touch->coins > 0 && $touch->chunk->contains($chunk);
            // By a step that is no longer there, such as one of another method.
            $once = !isset($places[$touch->step])
                && $touch->done
                && $touch->chunk->edges() === $chunk->edges()
                && true !== $step->taught?->rung?->isOnOpenStrings();
            if ($touch->learned && ($larger || $once)) {
                return true;
            }
        }

        return false;
    }
}
