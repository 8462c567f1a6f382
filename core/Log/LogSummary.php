<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Lesson\TaughtStep;

/**
 * What a lesson's log tells of its steps, without the log: a projection, replayed once for each state of the log. Whatever looks back on
 * many lessons reads these (handbook 7).
 */
final readonly class LogSummary
{
    /**
     * @param array<array-key, StepResult> $results of the steps with a stair, by id
     * @param array<array-key, StepPlay>   $plays   of the steps with a stair in which something was played, by id
     * @param array<array-key, true>       $named   ids of the steps of which the log says anything
     * @param float                        $seconds from the first entry of the lesson to the last
     */
    private function __construct(public array $results, public array $plays, public array $named, public float $seconds)
    {
    }

    /**
     * @param list<TaughtStep>   $steps
     * @param iterable<LogEntry> $entries in any order
     */
    public static function of(array $steps, iterable $entries): self
    {
        $entries = array_values([...$entries]);
        $byStep = [];
        foreach (LogEntry::inOrder($entries) as $entry) {
            $byStep[$entry->step][] = $entry;
        }
        $results = $plays = [];
        foreach ($steps as $step) {
            $of = $byStep[$step->id] ?? [];
            // What was played to the class is nothing that it did.
            $result = $step->step->purpose->isPlayed() ? LessonRun::ofStep($step, $of) : null;
            if (null !== $result) {
                $results[$step->id] = $result;
                $plays[$step->id] = StepPlay::of($step, $of);
            }
        }

        return new self($results, array_filter($plays), array_fill_keys(array_keys($byStep), true), self::seconds($entries));
    }

    /**
     * What was corrected when the lesson was over says nothing of its time.
     *
     * @param list<LogEntry> $entries
     */
    private static function seconds(array $entries): float
    {
        $first = \PHP_INT_MAX;
        $last = 0;
        foreach ($entries as $entry) {
            if (!$entry->afterwards) {
                $first = min($first, $entry->at);
                $last = max($last, $entry->at);
            }
        }

        return max(0, $last - $first) / 1000;
    }
}
