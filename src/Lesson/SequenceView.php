<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Record\ClassRecord;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Sequence\SequenceStep;
use CoinStair\Core\Sequence\StepTime;
use CoinStair\Core\Standing\ChunkCoverage;

/** A sequence with all that its page and the lesson need to know of each step: where it starts, how long it takes, whether it is done. */
final readonly class SequenceView
{
    /**
     * @param list<StepView> $steps
     * @param float          $available seconds of a lesson in which something can be taught
     */
    private function __construct(public Sequence $sequence, public array $steps, public float $available)
    {
    }

    /**
     * @param array<string, ChunkCoverage>                 $coverage by chunk id
     * @param array<string, array{Hardest|null, float}>    $hardest  the move that holds each chunk back, and its comfort tempo, by the chunk's edges
     * @param \Closure(list<SequenceStep>): list<StepTime> $times    of the steps
     */
    public static function of(Sequence $sequence, array $coverage, array $hardest, \Closure $times): self
    {
        $class = $sequence->getClass();
        $reckoned = $holds = [];
        $goal = $sequence->getGoalTempo();
        $steps = array_values($sequence->getSteps()->toArray());
        foreach ($steps as $step) {
            $met = $coverage[ClassRecord::matter($step->getChunk()?->getId(), $step->getRung())] ?? null;
            $chunk = $step->getChunk()?->span();
            [$hold, $comfort] = $hardest[$step->getChunk()?->edges() ?? ''] ?? [null, Comfort::untilKnown($goal)->tempo];
            $holds[] = $hold;
            $reckoned[] = new SequenceStep(
                $step->getPurpose(),
                $chunk,
                $step->stair(),
                $step->rule($class->getTreadsBack()),
                $sequence->getComfort() ?? $comfort,
                $step->getMode(),
                $step->getTurns(),
                self::startTread($step, $met, $class->getTreadsBack()),
                $met->reached ?? 0,
                $step->getRung(),
            );
        }
        $times = $times($reckoned);
        $views = [];
        foreach ($steps as $index => $step) {
            $views[] = self::view($step, $times[$index], $reckoned[$index], $holds[$index], $coverage);
        }

        return new self($sequence, $views, max(60.0, ($class->getMinutes() - self::lost($sequence)) * 60.0));
    }

    /** Seconds of all steps, or of those that are still to be taught. */
    public function seconds(bool $onlyLeft = false): float
    {
        return array_sum(array_map(static fn (StepView $view): float => $onlyLeft && $view->doneBefore ? 0.0 : $view->time->seconds, $this->steps));
    }

    /** Index of the first step that no longer fits into one lesson with what is left; the number of steps if all fit. */
    public function fits(): int
    {
        $seconds = 0.0;
        foreach ($this->steps as $index => $view) {
            $seconds += $view->doneBefore ? 0.0 : $view->time->seconds;
            if ($seconds > $this->available) {
                return $index;
            }
        }

        return \count($this->steps);
    }

    public function isDone(): bool
    {
        foreach ($this->steps as $view) {
            if ($view->step->getPurpose()->isPlayed() && !$view->doneBefore) {
                return false;
            }
        }

        return true;
    }

    private static function lost(Sequence $sequence): int
    {
        return $sequence->getProgram()?->getMinutesLost() ?? 0;
    }

    /** Two treads (or as the class says) under the one on which it stopped; the first where the chunk is new. */
    private static function startTread(Step $step, ?ChunkCoverage $met, int $treadsBack): int
    {
        $stair = $step->stair();

        return null === $met || null === $stair ? 0 : max(0, $stair->treadAt($met->stoppedAt) - $treadsBack);
    }

    /** @param array<string, ChunkCoverage> $coverage */
    private static function view(Step $step, StepTime $time, SequenceStep $reckoned, ?Hardest $hardest, array $coverage): StepView
    {
        $met = $coverage[ClassRecord::matter($step->getChunk()?->getId(), $step->getRung())] ?? null;
        $done = null !== $met && $met->reached > 0 && $met->reached >= ($step->stair()?->goal() ?? 0);

        return new StepView($step, $time, $reckoned->fromTread, $done, $met, $hardest);
    }
}
