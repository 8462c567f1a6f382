<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Lesson\Climbed;
use CoinStair\Core\Lesson\LessonDraft;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Lesson\OwnStep;
use CoinStair\Core\Lesson\StepLimits;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Practice\Groups;

/**
 * Plays a class through a sequence, lesson by lesson, from where its log says that it stands (handbook 6): what it can is carried from
 * step to step and from lesson to lesson, and what a lesson leaves undone goes on in the next.
 */
final class PlayThrough
{
    /** Seconds of a teacher's own words. Starting value, as all of these. */
    private const FREE = 60.0;
    /** Chance of a clean go at the goal from which on nothing more is done for a phrase, in the first round and in the second. */
    private const STANDS = [0.75, 0.9];
    /** Seconds under which no further step is begun. */
    private const LEAST = 60.0;

    private readonly ClassState $class;
    private readonly OrderLeft $left;
    private readonly StepPlanner $planner;
    private readonly LessonSteps $steps;
    private readonly LessonOpening $opening;
    private readonly LessonClosing $closing;
    private readonly GroupMinutes $groupMinutes;
    private readonly WeakPlaces $weak;

    /** @param list<OrderedStep> $order */
    private function __construct(
        private readonly PieceForClass $of,
        private readonly ChunkTree $tree,
        array $order,
        private readonly Aim $aim,
        private readonly Groups $groups,
    ) {
        $this->class = new ClassState($of, $aim, $groups);
        $this->left = new OrderLeft($order, $of->past);
        $this->planner = new StepPlanner($of, $tree, $aim, $this->class);
        $this->opening = new LessonOpening($of, $tree, $aim, $this->class);
        $this->closing = new LessonClosing($of, $aim, $this->class, $this->planner);
        $this->groupMinutes = new GroupMinutes($of, $aim, $groups, $this->class, $this->planner);
        $this->weak = new WeakPlaces($of->piece, $tree, $aim, $this->class, $this->planner->maker);
        $prompts = $of->prompts($aim->goal);
        foreach ($of->past as $lesson) {
            foreach ($lesson->touches as $touch) {
                $prompts->recall($touch->said);
            }
        }
        $listen = $of->listenFor();
        $this->steps = new LessonSteps($of, $aim, $groups, $this->class->practice, $this->class->ofGroups, $prompts, $listen);
    }

    /** @param list<OrderedStep> $order */
    public static function of(PieceForClass $piece, ChunkTree $tree, array $order, Aim $aim, Groups $groups): LessonSequence
    {
        return (new self($piece, $tree, $order, $aim, $groups))->teach();
    }

    private function teach(): LessonSequence
    {
        $taught = \count($this->of->past);
        $lessons = [];
        for ($number = $taught + 1; !$this->isOver() && $number <= max($this->aim->lessons, $taught + 1); ++$number) {
            $lesson = $this->lesson($number);
            if ($lesson->isEmpty()) {
                break;
            }
            $lessons[] = $lesson->planned();
            $this->class->nextMeeting();
        }
        $whole = $this->tree->whole;
        // What was not taught to its end goes at no tempo.
        $likely = $this->left->isThrough() ? $this->weak->likely($whole) : 0;

        return new LessonSequence(
            $lessons,
            $this->aim->goal,
            $this->class->wholeAt() > 0 ? $this->class->wholeAt() : $likely,
            $this->groups,
            $this->class->wholeAt() >= $this->aim->goal ? null : $this->class->practice->hardest($whole),
            $taught,
            $this->asWritten(),
        );
    }

    /** @return array<string, int> tempo at which each group that is apart plays the whole as written; 0 where it is eased throughout */
    private function asWritten(): array
    {
        $tempos = [];
        foreach ($this->class->ofGroups as $name => $practice) {
            $at = $this->planner->maker->likely($practice, $this->tree->whole, $this->aim->goal);
            $tempos[$name] = $at < Groups::EASED * $this->aim->goal ? 0 : $at;
        }

        return $tempos;
    }

    /** The order is through, but for runs, and the whole was run at the goal in a lesson that did not begin with it new. */
    private function isOver(): bool
    {
        return $this->class->isFinished() && $this->left->isThrough();
    }

    private function lesson(int $number): LessonDraft
    {
        $policies = $this->of->policies;
        $lesson = new LessonDraft($number, $policies->seconds, $policies->year());
        $this->groupMinutes->nextLesson();
        $this->opening->of($lesson, $this->upcoming($number));
        $this->review($lesson, $number);
        $closing = LessonClosing::kept($policies->seconds);
        if ($this->teachOrder($lesson, $closing)) {
            $this->teachWhatIsLeft($lesson, $closing);
        }
        $this->close($lesson);

        return $lesson;
    }

    /**
     * Chunks that are about to be learned, as far as a lesson may come to them.
     *
     * @return non-empty-list<Chunk>
     */
    private function upcoming(int $number): array
    {
        $chunks = [];
        $seconds = 0.0;
        foreach ($this->left->steps() as $ordered) {
            $chunk = $ordered->chunk();
            if (null === $chunk || $ordered->hand->lesson > $number || StepPurpose::Run === $ordered->purpose) {
                continue;
            }
            $chunks[] = $chunk;
            $seconds += StepLimits::SECONDS / 2;
            if ($seconds > $this->of->policies->seconds) {
                break;
            }
        }

        return [] === $chunks ? [$this->tree->whole] : $chunks;
    }

    /** The largest of what was learned in the last lesson, once each, in the order of the music; not what the lesson goes on with. */
    private function review(LessonDraft $lesson, int $number): void
    {
        $first = $this->left->goesOn();
        $rows = [];
        foreach ($this->class->reached->ofLastLesson() as $reached) {
            $own = OwnStep::again($number, StepPurpose::Review, $reached->chunk);
            if ($reached->chunk->edges() !== $first?->edges() && !$this->isLeftOut($own)) {
                $rows[] = [$reached, $this->planner->review($reached)];
            }
        }
        foreach (Reviews::fitting($rows) as [$reached, $time]) {
            $this->addOwn($lesson, StepPurpose::Review, $reached->chunk, $time);
        }
    }

    /**
     * The steps of the order as far as they fit.
     *
     * @return bool all that may be taught in this lesson was
     */
    private function teachOrder(LessonDraft $lesson, float $closing): bool
    {
        $waiting = [];
        foreach ($this->left->steps() as $place => $ordered) {
            if ($ordered->hand->lesson > $lesson->number || self::waitsFor($ordered, $waiting)) {
                // What is made of it comes after it.
                $waiting[] = $ordered;
                continue;
            }
            if (!$this->take($lesson, $place, $ordered, $closing)) {
                return false;
            }
        }

        return [] === $waiting;
    }

    /** @param list<OrderedStep> $waiting */
    private static function waitsFor(OrderedStep $ordered, array $waiting): bool
    {
        $chunk = $ordered->chunk();
        foreach ($waiting as $other) {
            if (null !== $chunk && null !== $other->chunk() && $chunk->contains($other->chunk())) {
                return true;
            }
        }

        return false;
    }

    /**
     * One step, or as much of it as fits.
     *
     * @param int|null $place in the order; none where the order is through
     *
     * @return bool it fitted, and all of it
     */
    private function take(LessonDraft $lesson, ?int $place, OrderedStep $ordered, float $closing): bool
    {
        if (null === $ordered->taught) {
            return $this->takeUnplayed($lesson, $place, $ordered, $closing);
        }
        $left = $lesson->left($closing);
        $begun = null === $place ? null : $this->left->begun($place);
        $full = $this->planner->time($ordered, $begun, StepLimits::standard());
        $time = $full;
        if ($lesson->cost($full) > $left && !($lesson->isEmpty() && $left < self::LEAST)) {
            $time = $this->cutShort($lesson, $ordered, $begun, $full, $left);
            if (null === $time) {
                return false;
            }
        }
        $isWhole = ($time->top()->tempo ?? 0) >= ($full->top()->tempo ?? 0);
        if (null === $place) {
            $this->addOwn($lesson, $ordered->purpose, $ordered->taught->chunk, $time, !$isWhole);
            $this->teachGroups($lesson, $ordered->taught->chunk, $closing);

            return $isWhole;
        }
        $step = $this->steps->ofClass($ordered->purpose, $ordered->taught->chunk, $time, $ordered, $begun->tempo ?? 0, !$isWhole);
        $lesson->add($step);
        $who = $step->step->who()->instruments;
        $this->class->played($ordered->purpose, $ordered->taught->chunk, $time, $ordered->taught->rung, $who);
        if ($isWhole) {
            $this->left->done($place);
        } else {
            $this->left->cut($place, $time);
        }
        $this->teachGroups($lesson, $ordered->taught->chunk, $closing);

        return $isWhole;
    }

    /** The own minutes of groups whose worst place lies in what the class has just played: never before the class has met the music. */
    private function teachGroups(LessonDraft $lesson, Chunk $played, float $closing): void
    {
        foreach ($this->groupMinutes->after($played, $lesson->number) as $step) {
            if ($lesson->cost($step->time) > $lesson->left($closing)) {
                continue;
            }
            $own = OwnStep::ofGroup($lesson->number, $step->groups[0]);
            $lesson->addOwn($this->steps->ofGroups($step), $own, $this->aim->skipped);
            $this->class->playedApart($step);
            $this->groupMinutes->had($step);
        }
    }

    private function takeUnplayed(LessonDraft $lesson, ?int $place, OrderedStep $ordered, float $closing): bool
    {
        $seconds = $ordered->hand->seconds ?? (StepPurpose::Break === $ordered->purpose ? LessonDraft::BREAK : self::FREE);
        $step = LessonDraft::unplayed($ordered->purpose, $seconds, $ordered->id, $ordered->hand->prompt);
        if ($lesson->cost($step->time) > $lesson->left($closing)) {
            return false;
        }
        $lesson->add($step);
        if (null !== $place) {
            $this->left->done($place);
        }

        return true;
    }

    /**
     * As many treads of a step as fit into what is left, if they are half of them; the first step of a lesson is cut to what there is.
     *
     * @param Climbed|null $begun how far it came in an earlier lesson
     */
    private function cutShort(LessonDraft $lesson, OrderedStep $ordered, ?Climbed $begun, StepTime $full, float $left): ?StepTime
    {
        if (!$ordered->purpose->isLearned()) {
            return null;
        }
        $room = $left - ($lesson->cost($full) - $full->seconds());
        $short = $this->planner->time($ordered, $begun, StepLimits::standard()->within(max(1.0, $room)));
        $stands = ($short->top()->coins ?? 0) >= ($full->top()->coins ?? 0);
        $isHalf = 2 * \count($short->treads) >= \count($full->treads);
        // What fits only when it is played quicker does not fit.
        $isNoQuicker = ($short->top()->tempo ?? 0) <= ($full->top()->tempo ?? 0);
        $fits = $lesson->cost($short) <= $left;

        return $lesson->isEmpty() || ($stands && $isHalf && $isNoQuicker && $fits) ? $short : null;
    }

    /**
     * What is left when the order is through: the phrases that do not stand yet, the slowest first; then pairs of them whose seam is weak;
     * then the whole. Where it is short of the goal and minutes remain, once more, with more asked of the phrases.
     */
    private function teachWhatIsLeft(LessonDraft $lesson, float $closing): void
    {
        foreach (self::STANDS as $stands) {
            foreach ($this->weak->phrases($stands) as $phrase) {
                $spot = $this->weak->spotIn($phrase);
                if (null !== $spot && !$this->takeAgain($lesson, StepPurpose::Learn, $spot, $closing)) {
                    return;
                }
                if (!$this->takeAgain($lesson, StepPurpose::Learn, $phrase, $closing)) {
                    return;
                }
            }
            foreach ($this->weak->pairs() as $pair) {
                if (!$this->takeAgain($lesson, StepPurpose::Join, $pair, $closing)) {
                    return;
                }
            }
            if ($this->weak->isWholeNews() && !$this->takeAgain($lesson, StepPurpose::Run, $this->tree->whole, 0.0)) {
                return;
            }
            if ($this->class->wholeToday() >= $this->aim->goal) {
                return;
            }
        }
    }

    /** @return bool it was left out by hand, or it fitted, and all of it */
    private function takeAgain(LessonDraft $lesson, StepPurpose $purpose, Chunk $chunk, float $closing): bool
    {
        return $this->isLeftOut(self::once($lesson->number, $purpose, $chunk))
            || $this->take($lesson, null, OrderedStep::of(new TaughtChunk($purpose, $chunk)), $closing);
    }

    /** Something known at the end, as a run. */
    private function close(LessonDraft $lesson): void
    {
        $own = OwnStep::of($lesson->number, StepPurpose::Run);
        if ($this->isLeftOut($own)) {
            return;
        }
        $another = $this->closing->another($lesson);
        if (null !== $another) {
            $lesson->addOwn($another, $own, []);

            return;
        }
        $known = $this->closing->of($lesson);
        if (null !== $known) {
            [$chunk, $time, $turns] = $known;
            $this->addOwn($lesson, StepPurpose::Run, $chunk, $time, hand: $turns);
        }
    }

    /** What a lesson has once, and what it takes up once more. */
    private static function once(int $number, StepPurpose $purpose, Chunk $chunk): OwnStep
    {
        return StepPurpose::Run === $purpose ? OwnStep::of($number, $purpose) : OwnStep::again($number, $purpose, $chunk);
    }

    private function isLeftOut(OwnStep $own): bool
    {
        return $own->isAmong($this->aim->skipped);
    }

    /** Adds what the lesson asks for by itself, and what it does to what the class can. */
    private function addOwn(
        LessonDraft $lesson,
        StepPurpose $purpose,
        Chunk $chunk,
        StepTime $time,
        bool $isCut = false,
        ?ByHand $hand = null,
    ): void {
        $own = self::once($lesson->number, $purpose, $chunk);
        $ordered = null === $hand ? null : OrderedStep::of(new TaughtChunk($purpose, $chunk), hand: $hand);
        $step = $this->steps->ofClass($purpose, $chunk, $time, $ordered, isCut: $isCut)->asOwn($own);
        $lesson->add($step);
        $this->class->played($purpose, $chunk, $time, who: $step->step->who()->instruments);
    }
}
