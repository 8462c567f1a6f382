<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Lesson\TaughtStep;

/** A lesson that was taught: when it was, its steps, and what its log tells of them. */
final readonly class TaughtLesson
{
    /** @var list<TaughtStep> each with those who really played it */
    public array $steps;

    /**
     * @param string           $day   Y-m-d
     * @param list<TaughtStep> $steps as they were planned
     * @param string           $piece id of the piece on which it was; empty where nobody asks
     */
    public function __construct(
        public string $id,
        public string $day,
        array $steps,
        public LogSummary $log,
        public string $piece = '',
    ) {
        $this->steps = $log->played($steps);
    }

    /**
     * @param string             $day     Y-m-d
     * @param list<TaughtStep>   $steps
     * @param iterable<LogEntry> $entries in any order
     */
    public static function of(string $id, string $day, array $steps, iterable $entries): self
    {
        return new self($id, $day, $steps, LogSummary::of($steps, $entries));
    }

    /**
     * Those of its steps in which something was played; words, breaks, and steps that were only opened are none.
     *
     * @return list<PlayedStep>
     */
    public function played(): array
    {
        $played = [];
        foreach ($this->steps as $step) {
            $play = $this->log->plays[$step->id] ?? null;
            if (null !== $play) {
                $played[] = new PlayedStep($step, $play);
            }
        }

        return $played;
    }

    /** @return list<TaughtStep> those that were begun, and those in which nothing is played */
    public function begun(): array
    {
        return array_values(array_filter($this->steps, fn (TaughtStep $step): bool => $this->log->results[$step->id]->begun ?? true));
    }

    /**
     * @param iterable<self> $lessons
     *
     * @return list<self> the first first
     */
    public static function byDay(iterable $lessons): array
    {
        $sorted = [...$lessons];
        usort($sorted, static fn (self $a, self $b): int => [$a->day, $a->id] <=> [$b->day, $b->id]);

        return $sorted;
    }
}
