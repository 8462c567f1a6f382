<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\Sequence;
use App\Shared\Reckoned\TimedSequences;
use CoinStair\Core\Log\TaughtStep;
use Psr\Clock\ClockInterface;

/** Begins a lesson: takes a copy of the sequence as it stands, with where the class starts on each stair. */
final readonly class LessonPlanner
{
    public function __construct(private ClockInterface $clock, private TimedSequences $sequences)
    {
    }

    /** @param \DateTimeImmutable|null $now when it begins, if not in this moment */
    public function begin(Sequence $sequence, ?\DateTimeImmutable $now = null): Lesson
    {
        $now ??= $this->clock->now();
        $rows = $sequence->steps();
        $steps = [];
        foreach ($this->sequences->of($sequence)->steps as $index => $timed) {
            $steps[] = new TaughtStep(
                (string) $rows[$index]->getId(),
                $timed->step,
                (int) $rows[$index]->getChunk()?->getId(),
                (int) $rows[$index]->getLike()?->getId(),
                $timed->startTread,
                $sequence->getGoalTempo(),
                $timed->time->seconds,
                $timed->done,
            );
        }
        $program = $sequence->getProgram() ?? throw new \LogicException('A sequence belongs to a program.');

        return new Lesson($sequence, $program->today($now), $now, $steps);
    }
}
