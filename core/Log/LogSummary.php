<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Lesson\Others;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Score\Instrument;

/**
 * What a lesson's log tells of its steps, without the log: a projection, replayed once for each state of the log. Whatever looks back on
 * many lessons reads these (handbook 7).
 */
final readonly class LogSummary
{
    /** Seconds without an entry that are a pause: longer than any step of a lesson is talked about. */
    private const PAUSE = 300;

    /**
     * @param array<array-key, StepResult> $results of the steps with a stair, by id
     * @param array<array-key, StepPlay>   $plays   of the steps with a stair in which something was played, by id
     * @param array<array-key, true>       $named   ids of the steps of which the log says anything
     * @param float                        $seconds from the first entry of the lesson to the last
     * @param float                        $paused  of them, in which nothing was logged for long
     * @param array<array-key, Who>        $who     who played a step, where it was said afterwards that it was not who was planned
     */
    private function __construct(
        public array $results,
        public array $plays,
        public array $named,
        public float $seconds,
        public float $paused,
        private array $who,
    ) {
    }

    /**
     * @param list<TaughtStep>   $steps
     * @param iterable<LogEntry> $entries in any order
     */
    public static function of(array $steps, iterable $entries): self
    {
        $entries = array_values([...$entries]);
        $byStep = $groups = $results = $plays = $who = [];
        foreach (LogEntry::inOrder($entries) as $entry) {
            if (EntryKind::Group === $entry->kind) {
                // Who played says nothing of whether it was played.
                $groups[$entry->step] = $entry->text;
            } else {
                $byStep[$entry->step][] = $entry;
            }
        }
        foreach ($steps as $step) {
            $of = $byStep[$step->id] ?? [];
            // What was played to the class is nothing that it did.
            $result = $step->step->purpose->isPlayed() ? LessonRun::ofStep($step, $of) : null;
            if (null !== $result) {
                $results[$step->id] = $result;
                $plays[$step->id] = StepPlay::of($step, $of);
            }
            if (isset($groups[$step->id])) {
                $who[$step->id] = self::who($groups[$step->id], $step->step->who()->others);
            }
        }
        $named = array_fill_keys(array_keys($byStep), true);

        [$seconds, $paused] = self::seconds($entries);

        return new self($results, array_filter($plays), $named, $seconds, $paused, $who);
    }

    /**
     * The steps of the lesson, each with those who really played it.
     *
     * @param list<TaughtStep> $steps as they were planned
     *
     * @return list<TaughtStep>
     */
    public function played(array $steps): array
    {
        return [] === $this->who
            ? $steps
            : array_map(fn (TaughtStep $step): TaughtStep => $step->playedBy($this->who[$step->id] ?? null), $steps);
    }

    /** @param string $text instruments with commas; all where it is empty */
    private static function who(string $text, Others $others): Who
    {
        $named = array_values(array_filter(array_map(Instrument::tryFrom(...), explode(',', $text))));

        return Who::of([] === $named ? WhoKind::All : WhoKind::Instruments, $named, [] === $named ? Others::None : $others);
    }

    /**
     * What was corrected when the lesson was over says nothing of its time; of one that was written down afterwards nobody knows when it
     * paused.
     *
     * @param list<LogEntry> $entries
     *
     * @return array{float, float} from the first to the last, and in pauses
     */
    private static function seconds(array $entries): array
    {
        $during = array_filter($entries, static fn (LogEntry $entry): bool => !$entry->afterwards);
        $times = array_map(static fn (LogEntry $entry): int => $entry->at, $during);
        sort($times);
        $isWritten = array_any($entries, static fn (LogEntry $entry): bool => EntryKind::Written === $entry->kind);
        $paused = 0.0;
        foreach (\array_slice($times, 1) as $index => $at) {
            $gap = ($at - $times[$index]) / 1000;
            $paused += $gap >= self::PAUSE && !$isWritten ? $gap : 0.0;
        }

        return [[] === $times ? 0.0 : (end($times) - $times[0]) / 1000, $paused];
    }
}
