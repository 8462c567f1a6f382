<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Lesson\Climbed;
use CoinStair\Core\Lesson\FirstContact;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Lesson\Round;
use CoinStair\Core\Lesson\StepLimits;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Practice\Practice;
use CoinStair\Core\Practice\Reached;
use CoinStair\Core\Practice\StepMaker;

/** How a step of the order is taught on a day, from where the class stands (handbook 6). */
final readonly class StepPlanner
{
    /** Places of a chunk over which rounds go, at the most, and measures of each. */
    private const PLACES = 2;
    private const MEASURES = 2;
    /** How often a seam is played alone before what it joins. */
    private const SEAM = 2;
    /** How a rhythm that is new is met: it is counted aloud, then clapped or bowed in the air. */
    private const COUNTED = [Mode::Say, Mode::AirBow];

    public StepMaker $maker;

    public function __construct(private PieceForClass $of, private ChunkTree $tree, private Aim $aim, private ClassState $class)
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

    /**
     * Something known, so often, no faster than a tempo.
     *
     * @param ByHand|null $hand who plays it, in turn
     */
    public function known(Chunk $chunk, int $tempo, int $goes, ?ByHand $hand = null): StepTime
    {
        $at = $this->maker->likely($this->class->practice, $chunk, min($tempo, $this->aim->goal));

        return $this->maker->goes(StepPurpose::Run, $this->class->practice, $chunk, $at, $goes, $hand);
    }

    /** Once, well under the tempo that it reached. */
    public function review(Reached $reached): StepTime
    {
        $at = $this->maker->below($reached->climbed->tempo);

        return $this->maker->goes(StepPurpose::Review, $this->class->practice, $reached->chunk, $at);
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
        $again = null !== $begun || $practice->lack($chunk) < ClassState::FIRST_CONTACT;
        $clean = $isJoin ? $practice->cleanTempo($chunk) : 0;

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
                $clean > 0 => $this->maker->below($clean),
                default => 0,
            },
            $taught->rung,
            match (true) {
                $isJoin => null === $begun ? $this->seam($chunk) : [],
                ChunkKind::Spot === $chunk->kind => $this->heard($chunk),
                $again, null !== $taught->rung => [],
                default => $this->rounds($chunk),
            },
            $again,
            $ordered->hand,
        );
    }

    /** @return list<Round> the seam of a join alone, where it is weak */
    private function seam(Chunk $chunk): array
    {
        $position = $chunk->lastPosition() - $chunk->from->position < self::MEASURES ? null : $this->class->practice->weakSeam($chunk);

        return null === $position ? [] : array_fill(0, self::SEAM, Round::ofSeam($position));
    }

    /** @return list<Round> the phrase of a place that stands alone is played to them once, where they have not met it */
    private function heard(Chunk $spot): array
    {
        $phrase = $this->tree->phraseAt($spot->from)->chunk;
        $last = min($phrase->lastPosition() + 1, \count($this->of->piece->measures));
        $isMet = $this->class->practice->lack($phrase) < ClassState::FIRST_CONTACT || $this->class->hasHeard($phrase);

        return $isMet ? [] : [Round::over(Mode::Listen, $phrase->from->position, $last)];
    }

    /** @return list<Round> of first contact: over what is new to the hand and the first rhythm that is new, with the measure after it */
    private function rounds(Chunk $chunk): array
    {
        $new = $this->class->newIn($chunk);
        $modes = $this->aim->contact->rounds([] !== $new);
        $rounds = [];
        $end = $chunk->lastPosition() + 1;
        $places = [] === $modes ? [] : $this->places([] === $new ? [$chunk->from->position] : $new);
        foreach ($places as $position) {
            foreach ($modes as $mode) {
                $rounds[] = Round::over($mode, $position, min($end, $position + self::MEASURES));
            }
        }
        $counted = FirstContact::Bow === $this->aim->contact ? null : $this->class->newRhythmIn($chunk);
        $isSaid = static fn (int $place): bool => $place <= $counted && $counted < $place + self::MEASURES;
        if (null === $counted || (\in_array(Mode::Say, $modes, true) && [] !== array_filter($places, $isSaid))) {
            return $rounds;
        }
        $over = static fn (Mode $mode): Round => Round::over($mode, $counted, min($end, $counted + self::MEASURES));

        return [...array_map($over, self::COUNTED), ...$rounds];
    }

    /**
     * @param list<int> $new positions of measures, rising
     *
     * @return list<int> those of which the rounds go over, none in the measures of another
     */
    private function places(array $new): array
    {
        $places = [];
        foreach ($new as $position) {
            $last = $places[\count($places) - 1] ?? -self::MEASURES;
            if (\count($places) < self::PLACES && $position >= $last + self::MEASURES) {
                $places[] = $position;
            }
        }

        return $places;
    }
}
