<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\Sequence;
use CoinStair\Core\Standing\ChunkCoverage;
use Psr\Clock\ClockInterface;

/** Begins a lesson: takes a copy of the sequence as it stands, with where the class starts on each stair. */
final readonly class LessonPlanner
{
    public function __construct(private ClockInterface $clock, private SequenceViews $views)
    {
    }

    /**
     * @param array<string, ChunkCoverage> $coverage by chunk id
     */
    public function begin(Sequence $sequence, array $coverage, ?\DateTimeImmutable $now = null): Lesson
    {
        $now ??= $this->clock->now();
        $plan = [];
        foreach ($this->views->of($sequence, $coverage)->steps as $view) {
            $step = $view->step;
            $rule = $step->rule($sequence->getClass()->getTreadsBack());
            $plan[] = [
                'id' => (string) $step->getId(),
                'purpose' => $step->getPurpose()->value,
                'chunk' => (int) $step->getChunk()?->getId(),
                'treads' => $step->stair()->treads ?? [],
                'goingOn' => $rule->goingOn->value,
                'coins' => $rule->count,
                'missesDown' => $rule->missesDown,
                'startTread' => $view->startTread,
                'mode' => $step->getMode()->value,
                'turns' => $step->getTurns(),
                'prompt' => $step->getPrompt(),
                'pattern' => $step->getPattern()?->getFigure() ?? '',
                'rung' => $step->getRung()->value ?? '',
                'like' => (int) $step->getLike()?->getId(),
                'goal' => $sequence->getGoalTempo(),
                'seconds' => $view->time->seconds,
                'doneBefore' => $view->doneBefore,
            ];
        }
        $program = $sequence->getProgram() ?? throw new \LogicException('A sequence belongs to a program.');

        return new Lesson($sequence, $program->today($now), $now, $plan);
    }
}
