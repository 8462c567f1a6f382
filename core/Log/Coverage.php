<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Standing\ChunkCoverage;
use CoinStair\Core\Standing\CoverageState;

/**
 * What a class has covered: a projection of its append-only log, rebuilt at any time (handbook 7).
 */
final class Coverage
{
    /**
     * @param iterable<TaughtLesson> $lessons the first first
     * @param list<ChunkCoverage>    $before  what was covered in lessons before them
     *
     * @return list<ChunkCoverage> of chunks, and of rungs on open strings, in the order in which they were first met
     */
    public static function ofChunks(iterable $lessons, array $before = []): array
    {
        $chunks = [];
        foreach ($before as $met) {
            $chunks[$met->matter->key()] = $met;
        }
        foreach ($lessons as $lesson) {
            $met = [];
            foreach ($lesson->steps as $step) {
                $result = $lesson->log->results[$step->id] ?? null;
                $stair = $step->step->stair;
                if (0 === $step->chunk || !$step->step->purpose->isPlayed() || null === $result || null === $stair || !$result->begun) {
                    continue;
                }
                $key = $step->matter()->key();
                $chunks[$key] = self::add(
                    $chunks[$key] ?? null,
                    $step,
                    $stair->treads[$result->tread],
                    $result,
                    $lesson->day,
                    isset($met[$key]),
                );
                $met[$key] = true;
            }
        }

        return array_values($chunks);
    }

    /**
     * The state of a piece from those of its chunks.
     *
     * @param list<ChunkCoverage> $chunks that the class has met
     */
    public static function ofPiece(array $chunks, bool $wholeAtGoal): CoverageState
    {
        if ($wholeAtGoal) {
            return CoverageState::AtGoal;
        }
        $reached = [] === $chunks ? 0 : max(array_map(static fn (ChunkCoverage $chunk): int => $chunk->reached, $chunks));

        return match (true) {
            [] === $chunks => CoverageState::Planned,
            0 === $reached => CoverageState::Started,
            default => CoverageState::InProgress,
        };
    }

    private static function add(
        ?ChunkCoverage $before,
        TaughtStep $step,
        int $stoppedAt,
        StepResult $result,
        string $day,
        bool $sameLesson,
    ): ChunkCoverage {
        $goal = $step->goal();
        $reached = max($before->reached ?? 0, $result->reached);

        return new ChunkCoverage(
            $step->matter(),
            match (true) {
                $reached >= $goal => CoverageState::AtGoal,
                $reached > 0 => CoverageState::InProgress,
                default => CoverageState::Started,
            },
            ($before->lessons ?? 0) + ($sameLesson ? 0 : 1),
            ($before->coins ?? 0) + $result->coins,
            ($before->misses ?? 0) + $result->misses,
            $reached,
            $stoppedAt,
            $goal,
            $before->firstDay ?? $day,
            $day,
        );
    }
}
