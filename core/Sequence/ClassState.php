<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\Climbed;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Practice\Groups;
use CoinStair\Core\Practice\PlacesMet;
use CoinStair\Core\Practice\Practice;
use CoinStair\Core\Practice\ReachedTempos;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Standing\Touch;

/**
 * Where a class stands in a sequence: what it and its groups have practised, which tempos it has reached, what is new to it no more. Begins
 * with what the log says of the lessons before, and grows step by step.
 */
final class ClassState
{
    /** Of those by whom the class's stair goes. */
    public readonly Practice $practice;
    /** @var array<string, Practice> of each group that is apart, by instrument */
    public readonly array $ofGroups;
    public readonly ReachedTempos $reached;
    /** @var array<string, string> pitch of places on the fingerboard that were new and have been met, by place */
    private array $met = [];
    private readonly PlacesMet $places;
    /** Highest tempo at which the whole was run. */
    private int $wholeAt = 0;

    public function __construct(private readonly PieceForClass $of, private readonly Aim $aim, private readonly Groups $groups)
    {
        $this->practice = $of->practice($aim, $groups->together);
        $this->ofGroups = array_map(static fn (Instrument $instrument): Practice => $of->practice($aim, [$instrument]), $groups->apart);
        $this->reached = new ReachedTempos();
        $this->places = new PlacesMet($of->difficulty(), $of->standing->thresholds);
        $this->replay();
    }

    /** Beats a minute of the fastest run of the whole; 0 for none. */
    public function wholeAt(): int
    {
        return $this->wholeAt;
    }

    /** @return array<string, string> pitch of places on the fingerboard that were new and have been met, by place */
    public function met(): array
    {
        return $this->met;
    }

    /** Something in a chunk is new to the class, and was not met in a step before. */
    public function isNewIn(Chunk $chunk): bool
    {
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            if ([] !== array_diff_key($this->of->difficulty()->fresh[$position] ?? [], $this->met)) {
                return true;
            }
        }

        return false;
    }

    /** The chance that a go of a chunk at the goal is clean. */
    public function chanceAtGoal(Chunk $chunk): float
    {
        $beats = $this->of->piece->ticksBetween($chunk->from, $chunk->to) / $this->of->piece->beatTicks;

        return $this->practice->comfort($chunk)->chance($this->aim->goal, $beats);
    }

    /** The class played a step. */
    public function played(StepPurpose $purpose, Chunk $chunk, StepTime $time, ?Rung $rung = null): void
    {
        if (true === $rung?->isOnOpenStrings()) {
            return;
        }
        $top = $time->top()->tempo ?? 0;
        if (StepPurpose::Find === $purpose) {
            $this->practice->found($chunk);
        }
        $this->practice->clean($chunk, $time->coins());
        if ($purpose->isLearned() || StepPurpose::Find === $purpose) {
            $this->reached->add($chunk, $time->climbed(), $purpose->isLearned());
        }
        if (StepPurpose::Run === $purpose && $chunk->isWhole($this->of->piece)) {
            $this->wholeAt = max($this->wholeAt, $top);
        }
        $this->meet($chunk);
        $this->places->play($chunk, $this->groups->together);
    }

    /** A group played its own step. */
    public function playedApart(string $group, Chunk $chunk, StepTime $time): void
    {
        $this->ofGroups[$group]->clean($chunk, $time->coins());
        $this->places->play($chunk, [$this->groups->apart[$group]]);
    }

    public function nextMeeting(): void
    {
        $before = $this->places->newness();
        $this->places->nextMeeting();
        $newness = $this->places->newness();
        $difficulty = $newness === $before ? null : $this->of->difficultyAfter($newness);
        foreach ([$this->practice, ...array_values($this->ofGroups)] as $practice) {
            $practice->nextMeeting();
            if (null !== $difficulty) {
                $practice->takeUp($difficulty);
            }
        }
    }

    private function replay(): void
    {
        foreach ($this->of->past as $lesson) {
            foreach ($lesson->touches as $touch) {
                $this->meet($touch->chunk);
                if ($touch->learned || $touch->found) {
                    $this->reached->add($touch->chunk, new Climbed($touch->reached, $touch->treads), $touch->learned);
                }
                // A whole that was joined at a tempo was clean there more than once, as the coins of a join ask.
                if (!$touch->found && $touch->chunk->isWhole($this->of->piece)) {
                    $this->wholeAt = max($this->wholeAt, $touch->reached);
                }
            }
            $this->practice->replay($lesson, fn (Touch $touch): bool => $touch->isOf($this->groups->together));
            foreach ($this->ofGroups as $name => $practice) {
                $instrument = $this->groups->apart[$name];
                $practice->replay($lesson, static fn (Touch $touch): bool => \in_array($instrument, $touch->who, true));
            }
        }
    }

    /** What was new in a chunk is not new after it was played. */
    private function meet(Chunk $chunk): void
    {
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            $this->met += $this->of->difficulty()->fresh[$position] ?? [];
        }
    }
}
