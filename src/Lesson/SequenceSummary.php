<?php

declare(strict_types=1);

namespace App\Lesson;

/** What Today says of a sequence. */
final readonly class SequenceSummary
{
    private function __construct(
        public int $sequence,
        public string $title,
        public int $goalTempo,
        public int $beatTicks,
        /** seconds of the steps that are still to be taught */
        public float $secondsLeft,
        /** seconds of a lesson in which something can be taught */
        public float $available,
        /** steps, from the first, that fit into the next lesson */
        public int $fits,
        public int $steps,
        public bool $isDone,
    ) {
    }

    public static function of(SequenceView $view): self
    {
        $piece = $view->sequence->getPiece();

        return new self(
            (int) $view->sequence->getId(),
            $piece->getTitle(),
            $view->sequence->getGoalTempo(),
            $piece->score()->beatTicks,
            $view->seconds(true),
            $view->available,
            $view->fits(),
            \count($view->steps),
            $view->isDone(),
        );
    }
}
