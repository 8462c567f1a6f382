<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use CoinStair\Core\Practice\ChunkCoverage;
use CoinStair\Core\Practice\CoverageState;
use CoinStair\Core\Practice\SequenceStep;
use CoinStair\Core\Practice\SequenceTime;
use CoinStair\Core\Practice\StepTime;

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
     * @param array<string, ChunkCoverage> $coverage by chunk id
     */
    public static function of(Sequence $sequence, array $coverage): self
    {
        $class = $sequence->getClass();
        $reckoned = [];
        $steps = array_values($sequence->getSteps()->toArray());
        foreach ($steps as $step) {
            $met = $coverage[(string) $step->getChunk()?->getId()] ?? null;
            $reckoned[] = new SequenceStep(
                $step->getPurpose(),
                $step->getChunk()?->span(),
                $step->stair(),
                $step->rule($class->getTreadsBack()),
                $step->getMode(),
                $step->getTurns(),
                self::startTread($step, $met, $class->getTreadsBack()),
                $met->reached ?? 0,
            );
        }
        $times = SequenceTime::of($sequence->getPiece()->score(), $sequence->getComfort(), $sequence->getGoalTempo(), $reckoned);
        $views = [];
        foreach ($steps as $index => $step) {
            $views[] = self::view($step, $times[$index], $reckoned[$index], $coverage);
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
    private static function view(Step $step, StepTime $time, SequenceStep $reckoned, array $coverage): StepView
    {
        $met = $coverage[(string) $step->getChunk()?->getId()] ?? null;
        $done = CoverageState::AtGoal === $met?->state && $met->reached >= ($step->stair()?->goal() ?? 0);

        return new StepView($step, $time, $reckoned->fromTread, $done, $met);
    }
}
