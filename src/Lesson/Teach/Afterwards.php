<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Shared\Entity\LogEntry;
use App\Shared\Entity\Sequence;
use CoinStair\Core\Log\LogEntry as Entry;

/** What came to the record of a lesson when it was over, and what can. */
final readonly class Afterwards
{
    /** @var array<string, true> ids of the corrections that were taken back */
    public array $takenBack;
    /** @var array<string, list<CrossedOut>> coins and misses that were taken back, by id of the step */
    public array $crossedOut;

    /**
     * @param list<LogEntry>                     $corrections by whom and when the record was corrected
     * @param int                                $late        entries that devices sent when the lesson had been accepted
     * @param list<array{id: int, name: string}> $classes     to which it can be moved
     * @param list<Sequence>                     $sequences   by which it may have been, too
     * @param list<Entry>                        $log         all that was logged, in any order
     */
    public function __construct(public array $corrections, public int $late, public array $classes, public array $sequences, array $log)
    {
        $this->takenBack = Entry::takenBack(array_map(static fn (LogEntry $entry): Entry => $entry->entry(), $corrections));
        $this->crossedOut = CrossedOut::of($corrections, $log);
    }
}
