<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\Climbed;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Lesson\StepLimits;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Practice\Practice;
use CoinStair\Core\Practice\StepMaker;

/** How a step of the order is taught on a day, from where the class stands (handbook 6). */
final readonly class StepPlanner
{
    /** Share of a chunk not read from which on it is met for the first time. Starting value. */
    private const FIRST_CONTACT = 0.5;

    public StepMaker $maker;

    public function __construct(private PieceForClass $of, private Aim $aim, private ClassState $class)
    {
        $this->maker = new StepMaker($of->piece, $aim->goal, $of->policies->year(), $of->policies->growth);
    }

    /** @param Climbed|null $begun how far it came in an earlier lesson */
    public function time(OrderedStep $ordered, ?Climbed $begun, StepLimits $limits): StepTime
    {
        $taught = $ordered->taught ?? throw new \LogicException('Nothing is played in this step.');

        return match (true) {
            StepPurpose::Find === $ordered->purpose => $this->found($ordered, $taught),
            $ordered->purpose->isLearned() => $this->learned($ordered, $taught, $begun, $limits),
            default => $this->run($ordered, $taught->chunk),
        };
    }

    /** The own minutes of a group, on two notes. */
    public function apart(Practice $practice, Chunk $chunk): StepTime
    {
        return $this->maker->climb(
            StepPurpose::Learn,
            $practice,
            $chunk,
            $this->of->policies->rule->ofJoin(),
            StepLimits::standard()->within(StepLimits::GROUP_SECONDS),
            again: true,
        );
    }

    /** Something known, so often, no faster than a tempo. */
    public function known(Chunk $chunk, int $tempo, int $goes): StepTime
    {
        $at = $this->maker->likely($this->class->practice, $chunk, min($tempo, $this->aim->goal));

        return $this->maker->goes(StepPurpose::Run, $this->class->practice, $chunk, $at, $goes);
    }

    /** Once, at a tempo. */
    public function review(Chunk $chunk, int $tempo): StepTime
    {
        return $this->maker->goes(StepPurpose::Review, $this->class->practice, $chunk, $tempo);
    }

    private function found(OrderedStep $ordered, TaughtChunk $taught): StepTime
    {
        $reached = $this->class->reached->lowestIn($taught->like ?? $taught->chunk);
        $at = $reached > 0 ? $reached : $this->maker->start($this->class->practice, $taught->chunk);

        return $this->maker->goes($ordered->purpose, $this->class->practice, $taught->chunk, $at, 1, $ordered->hand);
    }

    private function run(OrderedStep $ordered, Chunk $chunk): StepTime
    {
        $at = $this->maker->likely($this->class->practice, $chunk, $this->aim->goal);

        return $this->maker->goes($ordered->purpose, $this->class->practice, $chunk, $at, 1, $ordered->hand);
    }

    private function learned(OrderedStep $ordered, TaughtChunk $taught, ?Climbed $begun, StepLimits $limits): StepTime
    {
        $chunk = $taught->chunk;
        $practice = $this->class->practice;
        $rule = $this->of->policies->rule;
        $isJoin = StepPurpose::Join === $ordered->purpose;
        $again = null !== $begun || $practice->lack($chunk) < self::FIRST_CONTACT;
        $lowest = $isJoin ? $this->class->reached->lowestIn($chunk) : 0;
        $hasRounds = !$again && !$isJoin && null === $taught->rung && ChunkKind::Spot !== $chunk->kind;

        return $this->maker->climb(
            $ordered->purpose,
            $practice,
            $chunk,
            match (true) {
                null !== $taught->rung => $rule->ofRung(),
                $isJoin => $rule->ofJoin(),
                default => $rule,
            },
            $limits,
            match (true) {
                null !== $begun => $this->maker->goOn($practice, $chunk, $begun->down($rule->treadsBack)),
                $lowest > 0 => $this->maker->joinAt($lowest),
                default => 0,
            },
            $taught->rung,
            $hasRounds ? $this->aim->contact->rounds($this->class->isNewIn($chunk)) : [],
            $again,
            $ordered->hand,
        );
    }
}
