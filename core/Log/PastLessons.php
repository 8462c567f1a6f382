<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Round;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Standing\PastLesson;
use CoinStair\Core\Standing\Touch;

/** What the logs of a class's lessons on a piece say of what was practised: from it the next lesson is made (handbook 6). */
final class PastLessons
{
    /**
     * @param iterable<TaughtLesson> $lessons in any order
     * @param array<int, Chunk>      $chunks  of the piece, by id
     *
     * @return list<PastLesson> by day; those in which nothing was begun are left out
     */
    public static function of(iterable $lessons, array $chunks): array
    {
        $past = [];
        foreach (TaughtLesson::byDay($lessons) as $lesson) {
            $touches = $opened = [];
            foreach ($lesson->steps as $step) {
                $result = $lesson->log->results[$step->id] ?? null;
                $chunk = $chunks[$step->chunk] ?? null;
                if (isset($lesson->log->named[$step->id]) && (null === $result || (!$step->step->practises() && $result->done))) {
                    $opened[] = $step->row();
                }
                if (null !== $result && null !== $chunk && $result->begun && $step->step->practises()) {
                    $touches[] = self::touch($step, $result, $chunk);
                }
            }
            if ([] !== $touches || [] !== $opened) {
                $past[] = new PastLesson($lesson->id, $lesson->day, $touches, $opened);
            }
        }

        return $past;
    }

    private static function touch(TaughtStep $step, StepResult $result, Chunk $chunk): Touch
    {
        $treads = $step->step->stair->treads ?? [];

        return new Touch(
            $step->row(),
            $chunk,
            $result->coins,
            $result->reached,
            $treads[$result->tread] ?? 0,
            $treads,
            $step->step->purpose->isLearned(),
            StepPurpose::Find === $step->step->purpose && $result->coins > 0,
            $step->step->who()->instruments,
            $result->done && !$step->isCut,
            self::seams($step, $result->rounds),
            $result->coinsAt,
            StepPurpose::Learn === $step->step->purpose && null === $step->step->rung ? $step->says : null,
        );
    }

    /** @return list<int> positions of the measures before the seams of the rounds that were done */
    private static function seams(TaughtStep $step, int $rounds): array
    {
        $seams = array_map(static fn (Round $round): ?int => $round->seam(), \array_slice($step->step->rounds, 0, $rounds));

        return array_values(array_filter($seams, is_int(...)));
    }
}
