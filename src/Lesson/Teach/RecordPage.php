<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use CoinStair\Core\Log\LessonEnd;
use CoinStair\Core\Log\LogLimits;
use CoinStair\Core\Progress\LessonGain;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Skill\Catalogue;

/** The end of a lesson, or its record once it was accepted, with what came to it afterwards. */
final readonly class RecordPage
{
    /** Entries of its log that are not counted, since a lesson has never so many. */
    public int $unread;

    /**
     * @param array<int, Chunk> $chunks     by id
     * @param string            $remark     as it was typed
     * @param LessonGain|null   $gain       what it changed in the skills of the class
     * @param Notice|null       $sumUp      what was done and what is for home, in one sentence
     * @param Afterwards|null   $afterwards none while the lesson is open
     */
    public function __construct(
        public Lesson $lesson,
        public LessonEnd $end,
        public array $chunks,
        public Notice|string $problem,
        public string $remark,
        public ?LessonGain $gain,
        public Catalogue $catalogue,
        public ?Notice $sumUp,
        public ?Afterwards $afterwards,
    ) {
        $this->unread = max(0, $lesson->getLogSize() - LogLimits::IN_ALL);
    }
}
