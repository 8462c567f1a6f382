<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\Climbed;
use CoinStair\Core\Lesson\Mode;
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
    /** Share of a chunk not read from which on it is met for the first time. Starting value. */
    public const FIRST_CONTACT = 0.5;
    /** Chance from which on a go counts as clean in a plan. */
    private const LIKELY = 0.5;

    /** Of those by whom the class's stair goes. */
    public readonly Practice $practice;
    /** @var array<string, Practice> of each group that is apart, by instrument */
    public readonly array $ofGroups;
    public readonly ReachedTempos $reached;
    /** @var array<string, string> pitch of places on the fingerboard that were new and have been met, by place */
    private array $met = [];
    private readonly PlacesMet $places;
    /** @var array<int, true> positions at which something begins that was played to the class */
    private array $heard = [];
    /** @var array<int, array<string, true>> rhythms that are new to it, by the position of each measure that holds one */
    private readonly array $rhythms;
    /** @var array<string, true> those of them that were met */
    private array $counted = [];
    /** Highest tempo at which the whole was run, and that of this meeting. */
    private int $wholeAt = 0;
    private int $wholeToday = 0;
    /** The whole was run at the goal in a lesson that began with less than half of it unread. */
    private bool $isFinished = false;
    /** Of the whole, at the start of this meeting. */
    private float $lack = 1.0;

    public function __construct(private readonly PieceForClass $of, private readonly Aim $aim, private readonly Groups $groups)
    {
        $this->practice = $of->practice($aim, $groups->together);
        $this->ofGroups = array_map(static fn (Instrument $instrument): Practice => $of->practice($aim, [$instrument]), $groups->apart);
        $this->reached = new ReachedTempos();
        $this->places = new PlacesMet($of->difficulty(), $of->standing->thresholds);
        $this->rhythms = $of->newRhythms();
        $this->replay();
        $this->lack = $this->practice->lack($this->whole());
    }

    /** Beats a minute of the fastest run of the whole; 0 for none. */
    public function wholeAt(): int
    {
        return $this->wholeAt;
    }

    /** Beats a minute of the fastest run of the whole in this lesson; 0 for none. */
    public function wholeToday(): int
    {
        return $this->wholeToday;
    }

    /** The whole was run at the goal in a lesson that began with less than half of it unread. */
    public function isFinished(): bool
    {
        return $this->isFinished;
    }

    /** @return array<string, string> pitch of places on the fingerboard that were new and have been met, by place */
    public function met(): array
    {
        return $this->met;
    }

    /**
     * Measures of a chunk in which something is new to the class that was not met in a step before: each new thing where it first comes.
     *
     * @return list<int> positions
     */
    public function newIn(Chunk $chunk): array
    {
        $positions = [];
        $met = $this->met;
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            $fresh = $this->of->difficulty()->fresh[$position] ?? [];
            if ([] !== array_diff_key($fresh, $met)) {
                $positions[] = $position;
                $met += $fresh;
            }
        }

        return $positions;
    }

    /** Position of the first measure of a chunk with a rhythm that the class has not met; none where there is no such measure. */
    public function newRhythmIn(Chunk $chunk): ?int
    {
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            if ([] !== array_diff_key($this->rhythms[$position] ?? [], $this->counted)) {
                return $position;
            }
        }

        return null;
    }

    /** The class hears how the piece begins. */
    public function hear(Chunk $chunk): void
    {
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            $this->heard[$position] = true;
        }
    }

    /** A chunk was played to the class. */
    public function hasHeard(Chunk $chunk): bool
    {
        return isset($this->heard[$chunk->from->position]);
    }

    /** The chance that a go of a chunk at the goal is clean. */
    public function chanceAtGoal(Chunk $chunk): float
    {
        $beats = $this->of->piece->ticksBetween($chunk->from, $chunk->to) / $this->of->piece->beatTicks;

        return $this->practice->comfort($chunk)->chance($this->aim->goal, $beats);
    }

    /**
     * The class played a step.
     *
     * @param list<Instrument> $who none: all
     */
    public function played(StepPurpose $purpose, Chunk $chunk, StepTime $time, ?Rung $rung = null, array $who = []): void
    {
        foreach ($time->rounds as $round) {
            if (Mode::Listen === $round->mode) {
                $this->heard[(int) $round->from] = true;
            }
        }
        if (true === $rung?->isOnOpenStrings()) {
            return;
        }
        $isFound = StepPurpose::Find === $purpose;
        foreach ([] === $who ? $this->ofGroups : [] as $practice) {
            self::practised($practice, $chunk, $time, $isFound, self::asWritten($practice, $chunk));
        }
        self::practised($this->practice, $chunk, $time, $isFound);
        if ($purpose->isLearned() || StepPurpose::Find === $purpose) {
            $this->reached->add($chunk, $time->climbed(), $purpose->isLearned());
        }
        if (StepPurpose::Find !== $purpose) {
            $top = $time->top();
            // A go that is not likely to be clean says nothing of the tempo.
            $this->ran($chunk, null === $top || $top->chance < self::LIKELY ? 0 : $top->tempo);
        }
        $this->meet($chunk);
        $this->places->play($chunk, $this->groups->together);
    }

    /** @param float $most tempo up to which they play what is written; what a group that is apart so plays counts for it */
    private static function practised(Practice $practice, Chunk $chunk, StepTime $time, bool $isFound, float $most = \INF): void
    {
        if ($isFound) {
            $practice->found($chunk);
        }
        $start = $time->treads[0]->tempo ?? 0;
        foreach ($start <= $most ? $time->seams() : [] as $position) {
            $practice->cleanSeam($position, 1, $start);
        }
        foreach ($time->treads as $tread) {
            if ($tread->tempo <= $most) {
                $practice->clean($chunk, $tread->earned(), $tread->tempo);
            }
        }
    }

    /** Groups played a step of their own. */
    public function playedApart(GroupStep $step): void
    {
        foreach ($step->groups as $group) {
            foreach ($step->time->treads as $tread) {
                $this->ofGroups[$group->value]->clean($step->chunk, $tread->earned(), $tread->tempo);
            }
        }
        $this->places->play($step->chunk, $step->groups);
    }

    public function nextMeeting(): void
    {
        $this->reached->nextMeeting();
        $this->wholeToday = 0;
        $this->lack = $this->practice->lack($this->whole());
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
            $this->lack = $this->practice->lack($this->whole());
            foreach ($lesson->touches as $touch) {
                $this->meet($touch->chunk);
                if ($touch->learned || $touch->found) {
                    $this->reached->add($touch->chunk, new Climbed($touch->reached, $touch->treads), $touch->learned);
                }
                // A whole that was joined at a tempo was clean there more than once, as the coins of a join ask.
                if (!$touch->found) {
                    $this->ran($touch->chunk, $touch->reached);
                }
            }
            $this->reached->nextMeeting();
            $this->wholeToday = 0;
            $this->practice->replay($lesson, fn (Touch $touch): float => $touch->isOf($this->groups->together) ? \INF : 0.0);
            foreach ($this->ofGroups as $name => $practice) {
                $practice->replay($lesson, fn (Touch $touch): float => $this->playedUpTo($touch, $this->groups->apart[$name]));
            }
        }
    }

    /** The tempo up to which a group that is apart plays along what is written. */
    private function playedUpTo(Touch $touch, Instrument $group): float
    {
        return match (true) {
            \in_array($group, $touch->who, true) => \INF,
            [] !== $touch->who => 0.0,
            default => self::asWritten($this->ofGroups[$group->value], $touch->chunk),
        };
    }

    /** Beats a minute up to which a group that is apart plays a chunk as it is written. */
    public static function asWritten(Practice $practice, Chunk $chunk): float
    {
        return Groups::AS_WRITTEN * $practice->hands($chunk)->lesser();
    }

    private function whole(): Chunk
    {
        return Chunk::whole($this->of->piece);
    }

    /** A chunk was run at a tempo: of the whole, it is remembered. */
    private function ran(Chunk $chunk, int $tempo): void
    {
        if ($chunk->isWhole($this->of->piece)) {
            $this->wholeAt = max($this->wholeAt, $tempo);
            $this->wholeToday = max($this->wholeToday, $tempo);
            $this->isFinished = $this->isFinished || ($tempo >= $this->aim->goal && $this->lack < self::FIRST_CONTACT);
        }
    }

    /** What was new in a chunk is not new after it was played. */
    private function meet(Chunk $chunk): void
    {
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            $this->met += $this->of->difficulty()->fresh[$position] ?? [];
            $this->counted += $this->rhythms[$position] ?? [];
        }
    }
}
