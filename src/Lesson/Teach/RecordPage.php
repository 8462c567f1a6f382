<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\LogEntry;
use App\Shared\Entity\Sequence;
use CoinStair\Core\Log\LessonEnd;
use CoinStair\Core\Log\LogEntry as Entry;
use CoinStair\Core\Log\LogLimits;
use CoinStair\Core\Progress\LessonGain;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Skill\Catalogue;

/** The end of a lesson, or its record once it was accepted, with what came to it afterwards. */
final readonly class RecordPage
{
    /** Entries of its log that are not counted, since a lesson has never so many. */
    public int $unread;
    /** @var array<string, true> ids of the corrections that were taken back */
    public array $takenBack;
    /** @var array<string, list<CrossedOut>> coins and misses that were taken back afterwards, by id of the step */
    public array $crossedOut;

    /**
     * @param array<int, Chunk>                  $chunks      by id
     * @param list<LogEntry>                     $corrections by whom and when the record was corrected
     * @param int                                $late        entries that devices sent when the lesson had been accepted
     * @param string                             $remark      as it was typed
     * @param LessonGain|null                    $gain        what it changed in the skills of the class
     * @param Notice|null                        $sumUp       what was done and what is for home, in one sentence
     * @param list<array{id: int, name: string}> $classes     to which it can be moved
     * @param list<Sequence>                     $sequences   by which it may have been, too
     * @param list<Entry>                        $log         all that was logged, in any order
     */
    public function __construct(
        public Lesson $lesson,
        public LessonEnd $end,
        public array $chunks,
        public array $corrections,
        public int $late,
        public Notice|string $problem = '',
        public string $remark = '',
        public ?LessonGain $gain = null,
        public ?Catalogue $catalogue = null,
        public ?Notice $sumUp = null,
        public array $classes = [],
        public array $sequences = [],
        array $log = [],
    ) {
        $this->unread = max(0, $lesson->getLogSize() - LogLimits::IN_ALL);
        $this->takenBack = Entry::takenBack(array_map(static fn (LogEntry $entry): Entry => $entry->entry(), $this->corrections));
        $this->crossedOut = CrossedOut::of($this->corrections, $log);
    }
}
