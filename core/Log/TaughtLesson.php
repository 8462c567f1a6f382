<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

/** A lesson for coverage: when it was, its steps and its log. */
final readonly class TaughtLesson
{
    /**
     * @param string           $day     Y-m-d
     * @param list<TaughtStep> $steps
     * @param list<LogEntry>   $entries
     */
    public function __construct(public string $id, public string $day, public array $steps, public array $entries)
    {
    }
}
