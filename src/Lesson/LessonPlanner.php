<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\Sequence;
use App\Shared\Reckoned\TimedSequences;
use CoinStair\Core\Log\TaughtStep;
use CoinStair\Core\Sequence\TimedStep;
use Psr\Clock\ClockInterface;

/** Begins a lesson: takes a copy of the sequence as it stands, with where the class starts on each stair. */
final readonly class LessonPlanner
{
    /** Steps that a lesson keeps, and of them those that lie before the first that is not done. */
    private const STEPS = 60;
    private const STEPS_BEFORE = 10;

    public function __construct(private ClockInterface $clock, private TimedSequences $sequences)
    {
    }

    /**
     * Of a very long sequence the steps around where the class stands: more than any lesson comes to.
     *
     * @param list<TimedStep> $steps
     *
     * @return array<int, TimedStep> with the places that they have in the sequence
     */
    private static function near(array $steps): array
    {
        $first = 0;
        while (isset($steps[$first]) && $steps[$first]->done) {
            ++$first;
        }
        $from = max(0, min($first - self::STEPS_BEFORE, \count($steps) - self::STEPS));

        return \array_slice($steps, $from, self::STEPS, true);
    }

    /** @param \DateTimeImmutable|null $now when it begins, if not in this moment */
    public function begin(Sequence $sequence, ?\DateTimeImmutable $now = null): Lesson
    {
        $now ??= $this->clock->now();
        $rows = $sequence->steps();
        $steps = [];
        foreach (self::near($this->sequences->of($sequence)->steps) as $index => $timed) {
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
