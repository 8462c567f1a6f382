<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Skill;

use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\TaughtLesson;

/** A lesson with its log, for tests that change the log. */
final readonly class LoggedLesson
{
    /**
     * @param string           $day     Y-m-d
     * @param list<TaughtStep> $steps
     * @param list<LogEntry>   $entries
     */
    public function __construct(public string $id, public string $day, public array $steps, public array $entries)
    {
    }

    /** @param list<LogEntry>|null $entries instead of its own */
    public function taught(?array $entries = null): TaughtLesson
    {
        return TaughtLesson::of($this->id, $this->day, $this->steps, $entries ?? $this->entries);
    }
}
