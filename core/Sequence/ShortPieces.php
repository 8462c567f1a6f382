<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\LessonDraft;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Lesson\OwnStep;
use CoinStair\Core\Lesson\PlannedLesson;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Practice\Groups;
use CoinStair\Core\Practice\Practice;
use CoinStair\Core\Practice\StepMaker;

/**
 * Many short pieces in one go (handbook 6): one short step a piece, each twice, grouped by mode, with rests for the arms.
 */
final class ShortPieces
{
    private const GOES = 2;

    /**
     * @param list<array{OrderedStep, PieceForClass}> $rows     in their order, each the whole of its piece
     * @param ClassPolicies                           $policies of the class
     * @param array<string, true>                     $done     ids of the steps that were taught
     * @param int                                     $taught   lessons before
     * @param list<OwnStep>                           $skipped  what is left out of what lessons ask for by themselves
     */
    public static function plan(array $rows, ClassPolicies $policies, array $done, int $taught, array $skipped = []): LessonSequence
    {
        $practices = $lessons = [];
        $lesson = null;
        $mode = null;
        foreach ($rows as [$ordered, $piece]) {
            $chunk = $ordered->chunk();
            if (null === $chunk || isset($done[$ordered->id])) {
                continue;
            }
            $practice = $practices[spl_object_id($piece)] ??= $piece->practice($piece->aim(), $policies->instruments);
            $time = self::time($ordered, $piece, $practice, $chunk, null !== $mode && $mode !== $ordered->hand->mode);
            if (null === $lesson || (!$lesson->isEmpty() && $lesson->cost($time) > $lesson->left())) {
                $lessons[] = $lesson = self::opened($policies, $taught + \count($lessons) + 1, $skipped);
                $time = self::time($ordered, $piece, $practice, $chunk, false);
            }
            $mode = $ordered->hand->mode;
            $lesson->add(self::step($ordered, $piece, $practice, $chunk, $time));
            $practice->clean($chunk, $time->coins());
        }
        $goal = max([0, ...array_map(static fn (array $row): int => $row[1]->goal, $rows)]);

        return new LessonSequence(
            array_map(static fn (LessonDraft $draft): PlannedLesson => $draft->planned(), $lessons),
            $goal,
            $goal,
            Groups::together($policies->instruments),
            null,
            $taught,
        );
    }

    /**
     * The modes of a row, one group after the other: all plucked, then all bowed.
     *
     * @return list<Mode>
     */
    public static function modes(): array
    {
        return [Mode::Pluck, Mode::Bow];
    }

    /** @param list<OwnStep> $skipped */
    private static function opened(ClassPolicies $policies, int $number, array $skipped): LessonDraft
    {
        $draft = new LessonDraft($number, $policies->seconds, $policies->year());
        if ($policies->holdCheck) {
            $draft->addOwn(LessonDraft::check(), OwnStep::of($number, StepPurpose::HoldCheck), $skipped);
        }
        if ($policies->has(Habit::TuneUp)) {
            $draft->addOwn(LessonDraft::tuneUp(), OwnStep::of($number, StepPurpose::TuneUp), $skipped);
        }

        return $draft;
    }

    private static function time(OrderedStep $ordered, PieceForClass $piece, Practice $practice, Chunk $chunk, bool $changes): StepTime
    {
        $maker = new StepMaker($piece->piece, $piece->goal, $piece->policies->year(), $piece->policies->growth);
        $time = $maker->goes(
            StepPurpose::Run,
            $practice,
            $chunk,
            $maker->likely($practice, $chunk, $piece->goal),
            self::GOES,
            $ordered->hand,
        );

        return $changes ? $time->after(StepMaker::CHANGE) : $time;
    }

    private static function step(OrderedStep $ordered, PieceForClass $piece, Practice $practice, Chunk $chunk, StepTime $time): LessonStep
    {
        $steps = new LessonSteps($piece, $piece->aim(), Groups::together($piece->policies->instruments), $practice, []);

        return $steps->ofClass($ordered->purpose, $chunk, $time, $ordered);
    }
}
