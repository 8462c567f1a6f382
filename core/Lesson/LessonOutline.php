<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Method\StepPurpose;

/** What a planned lesson comes to, without its steps. */
final readonly class LessonOutline
{
    /**
     * @param int          $number    in the sequence, from 1
     * @param float        $seconds   that it is planned to take
     * @param float        $available seconds in which something can be taught
     * @param int          $reaches   highest tempo at which something is learned or joined in it; 0 for none
     * @param list<string> $steps     id of each; empty for what the lesson itself asks for
     * @param list<int>    $tempos    lowest and highest of its stairs, warm-ups not counted; none where there are none
     */
    private function __construct(
        public int $number,
        public float $seconds,
        public float $available,
        public int $reaches,
        public array $steps,
        public array $tempos,
    ) {
    }

    public static function of(PlannedLesson $lesson): self
    {
        $tempos = [];
        foreach ($lesson->steps as $step) {
            array_push($tempos, ...(StepPurpose::WarmUp === $step->step->purpose ? [] : $step->time->tempos()));
        }

        return new self(
            $lesson->number,
            $lesson->seconds(),
            $lesson->available,
            $lesson->reaches(),
            array_column($lesson->steps, 'id'),
            [] === $tempos ? [] : [min($tempos), max($tempos)],
        );
    }
}
