<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\LessonDraft;
use CoinStair\Core\Lesson\OwnStep;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Place;

/** How a lesson opens (handbook 6): hold check, tune-up, warm-ups made from the piece, and at the very first the piece itself, heard. */
final readonly class LessonOpening
{
    /** Seconds of the piece that are played to the class before it plays any of it. Starting value. */
    private const HEARD = 60.0;

    public function __construct(private PieceForClass $of, private ChunkTree $tree, private Aim $aim, private ClassState $class)
    {
    }

    /** @param non-empty-list<Chunk> $upcoming chunks that are about to be learned */
    public function of(LessonDraft $lesson, array $upcoming): void
    {
        $number = $lesson->number;
        $policies = $this->of->policies;
        if ($policies->holdCheck) {
            $lesson->addOwn(LessonDraft::check(), OwnStep::of($number, StepPurpose::HoldCheck), $this->aim->skipped);
        }
        if ($policies->has(Habit::TuneUp)) {
            $lesson->addOwn(LessonDraft::tuneUp(), OwnStep::of($number, StepPurpose::TuneUp), $this->aim->skipped);
        }
        $isNext = $number === \count($this->of->past) + 1;
        $asked = $this->aim->askedIn($number);
        $reviews = $isNext ? $this->aim->reviews : [];
        $warmUps = $this->of->warmUps()->choose($upcoming, $this->aim->goal, $number, $this->class->met(), $asked, $reviews);
        foreach ($warmUps as [$warmUp, $step]) {
            $lesson->addOwn($step, OwnStep::warmUp($number, $warmUp), $this->aim->skipped);
        }
        $this->hear($lesson);
    }

    /** A class that has met nothing of the piece hears it. */
    private function hear(LessonDraft $lesson): void
    {
        $own = OwnStep::of($lesson->number, StepPurpose::Listen);
        $isFirst = 1 === $lesson->number && !$this->of->piece->isOutline();
        if ($isFirst && $this->of->policies->has(Habit::HearFirst) && !$own->isAmong($this->aim->skipped)) {
            $chunk = $this->heard();
            $lesson->addOwn(LessonDraft::hear($chunk, $this->aim->goal, $this->seconds($chunk->to)), $own, []);
            $this->class->hear($chunk);
        }
    }

    /** All of the piece, or as many of its phrases as make a minute. */
    private function heard(): Chunk
    {
        $whole = $this->tree->whole;
        if ($this->seconds($whole->to) <= self::HEARD) {
            return $whole;
        }
        $ends = array_map(static fn (ChunkNode $phrase): Place => $phrase->chunk->to, $this->tree->phrases());
        $fitting = array_filter($ends, fn (Place $end): bool => $this->seconds($end) <= self::HEARD);
        $to = [] === $fitting ? $ends[0] : $fitting[array_key_last($fitting)];

        return $to->equals($whole->to) ? $whole : Chunk::of($this->of->piece, ChunkKind::Section, $whole->from, $to);
    }

    /** From the start of the piece to a place, at the goal. */
    private function seconds(Place $to): float
    {
        return (($this->of->piece->ticksBetween($this->tree->whole->from, $to) / $this->of->piece->beatTicks) * 60) / $this->aim->goal;
    }
}
