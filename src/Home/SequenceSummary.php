<?php

declare(strict_types=1);

namespace App\Home;

use App\Shared\Entity\Sequence;
use CoinStair\Core\Sequence\LessonSequence;

/** What Today says of a sequence. */
final readonly class SequenceSummary
{
    /**
     * @param int          $piece     id; the first of a row of short pieces
     * @param int          $lesson    number of the lesson that comes next, from 1
     * @param int          $lessons   of all that are planned, with those that were taught
     * @param float        $seconds   of the next lesson
     * @param float        $available seconds of a lesson in which something can be taught
     * @param int          $learned   steps of the next lesson in which something is learned; of a row of short pieces all that are played
     * @param int          $today     highest tempo of what is learned in it
     * @param int          $reaches   beats a minute of the whole at the end
     * @param list<string> $reviews   codes of skills that are due and that its warm-ups touch
     */
    private function __construct(
        public int $sequence,
        public int $piece,
        public string $title,
        public int $goalTempo,
        public int $beatTicks,
        public int $lesson,
        public int $lessons,
        public float $seconds,
        public float $available,
        public int $learned,
        public int $today,
        public int $reaches,
        public bool $isDone,
        public bool $isRow,
        public array $reviews,
    ) {
    }

    /** @param list<string> $reviews codes of skills that are due and that the warm-ups of its next lesson touch */
    public static function of(Sequence $sequence, LessonSequence $plan, array $reviews = []): self
    {
        $next = $plan->next();

        return new self(
            (int) $sequence->getId(),
            (int) $sequence->getPiece()->getId(),
            $sequence->title(),
            $sequence->getGoalTempo(),
            $sequence->getPiece()->score()->beatTicks,
            $plan->taught + 1,
            $plan->taught + \count($plan->lessons),
            $next?->seconds() ?? 0.0,
            $next->available ?? 0.0,
            $sequence->isRow() ? $next?->played() ?? 0 : $next?->learned() ?? 0,
            $next?->reaches() ?? 0,
            $plan->reaches,
            null === $next,
            $sequence->isRow(),
            $reviews,
        );
    }
}
