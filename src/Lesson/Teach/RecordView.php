<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Lesson\Sheet\LessonChunks;
use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Facts\Skills;
use App\Shared\Plans\LessonSequences;
use App\Shared\Repository\ClassRepository;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\SequenceRepository;
use CoinStair\Core\Chunk\Chunk as CoreChunk;
use CoinStair\Core\Chunk\PlaceNames;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\LessonEnd;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Score\Notice;

/** Tells what was done in a lesson, what it changed, and, once it is over, what was corrected and can be. */
final readonly class RecordView
{
    public function __construct(
        private LessonRepository $lessons,
        private LessonChunks $chunks,
        private LessonSequences $plans,
        private ClassRepository $classes,
        private SequenceRepository $sequences,
        private Skills $skills,
    ) {
    }

    /** @param string $remark as it was typed */
    public function of(Lesson $lesson, Notice|string $problem = '', string $remark = ''): RecordPage
    {
        $chunks = array_column(
            array_map(static fn (Chunk $chunk): array => [(int) $chunk->getId(), $chunk], $this->chunks->of($lesson->steps())),
            1,
            0,
        );
        $log = $this->lessons->entriesOf($lesson);
        $end = $this->end($lesson, $log, $chunks);

        return new RecordPage(
            $lesson,
            $end,
            $chunks,
            $problem,
            $remark,
            $this->skills->gainOf($lesson),
            $this->skills->catalogue(),
            self::sumUp($lesson, $end, $chunks),
            $lesson->isOpen() ? null : $this->afterwards($lesson, $log),
        );
    }

    /** @param list<LogEntry> $log */
    private function afterwards(Lesson $lesson, array $log): Afterwards
    {
        return new Afterwards(
            $this->lessons->corrections($lesson),
            $this->lessons->countLate($lesson),
            $this->classes->choices(),
            $this->sequences->like($lesson, $lesson->getClass()),
            $log,
        );
    }

    /** @param array<int, Chunk> $chunks by id */
    private static function sumUp(Lesson $lesson, LessonEnd $end, array $chunks): ?Notice
    {
        if ($lesson->isRow() || !\in_array(Habit::SumUp, $lesson->getClass()->getHabits(), true)) {
            return null;
        }
        $of = static fn (TaughtStep $step): ?CoreChunk => ($chunks[$step->chunk] ?? null)?->chunk();

        return $end->sumUp(PlaceNames::of($lesson->getPiece()->score()), $of);
    }

    /**
     * @param list<LogEntry>    $log
     * @param array<int, Chunk> $chunks by id
     */
    private function end(Lesson $lesson, array $log, array $chunks): LessonEnd
    {
        $sequence = $lesson->getSequence();
        $plan = null === $sequence || $sequence->isRow() || $lesson->isOpen() ? null : $this->plans->plan($sequence);

        return LessonEnd::of(
            $lesson->steps(),
            $log,
            $lesson->getClass()->getTreadsBack(),
            null === $plan
                ? null
                : static fn (TaughtStep $step): int => isset($chunks[$step->chunk])
                    ? $plan->startsAt($chunks[$step->chunk]->chunk())
                    : $lesson->goalTempo(),
        );
    }
}
