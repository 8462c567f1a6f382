<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Practice\Reached;

/** What of the last lesson is played once more at the start of the next one (handbook 6). */
final class Reviews
{
    /** Seconds of all that is reviewed. Starting value. */
    private const SECONDS = 180.0;

    /**
     * As many as fit, in the order of the music; where they are too many, the slowest need it most.
     *
     * @param list<array{Reached, StepTime}> $rows
     *
     * @return list<array{Reached, StepTime}>
     */
    public static function fitting(array $rows): array
    {
        usort($rows, static fn (array $one, array $other): int => $one[0]->climbed->tempo <=> $other[0]->climbed->tempo);
        $seconds = 0.0;
        $fits = [];
        foreach ($rows as $row) {
            $seconds += $row[1]->seconds();
            if ($seconds <= self::SECONDS) {
                $fits[] = $row;
            }
        }
        usort($fits, static fn (array $one, array $other): int => $one[0]->chunk->from->compare($other[0]->chunk->from));

        return $fits;
    }
}
