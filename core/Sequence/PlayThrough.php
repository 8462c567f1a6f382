<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\Climbed;
use CoinStair\Core\Lesson\LessonDraft;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Lesson\OwnStep;
use CoinStair\Core\Lesson\SlowGroup;
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
    /** Seconds of a lesson that are kept for something known at its end, and the share of a short one. Starting values, as all of these. */
    private const CLOSING = 180.0;
    private const CLOSING_SHARE = 0.2;
    private const FREE = 60.0;
    /** Treads down at which a review begins. */
    private const REVIEW_DOWN = 2;
    /** Goes of what closes a lesson, at the most. */
    private const CLOSING_GOES = 3;
    /** Chance of a clean go at the goal from which on nothing more is done for a chunk. */
    private const STANDS = 0.75;
    /** How often a place that holds the whole back is gone through in one lesson. */
    private const VISITS = 2;
    /** Seconds under which no further step is begun. */
    private const LEAST = 60.0;

    private readonly ClassState $class;
    private readonly OrderLeft $left;
    private readonly StepPlanner $planner;
    private readonly LessonSteps $steps;
    /** @var array<string, true> groups that had their own minutes in the lesson that is filled */
    private array $served = [];

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
        $this->planner = new StepPlanner($of, $aim, $this->class);
        $this->steps = new LessonSteps($of, $aim, $groups, $this->class->practice, $this->class->ofGroups);
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
        $likely = $this->left->isThrough() ? $this->planner->maker->likely($this->class->practice, $whole, $this->aim->goal) : 0;

        return new LessonSequence(
            $lessons,
            $this->aim->goal,
            $this->class->wholeAt() > 0 ? $this->class->wholeAt() : $likely,
            $this->groups,
            $this->class->wholeAt() >= $this->aim->goal ? null : $this->class->practice->hardest($whole),
            $taught,
        );
    }

    /** The order is through, but for runs, and the whole was run at the goal. */
    private function isOver(): bool
    {
        return $this->class->wholeAt() >= $this->aim->goal && $this->left->isThrough();
    }

    private function lesson(int $number): LessonDraft
    {
        $policies = $this->of->policies;
        $lesson = new LessonDraft($number, $policies->seconds, $policies->year());
        $this->served = [];
        if ($policies->holdCheck) {
            $lesson->addOwn(LessonDraft::check(), OwnStep::of($number, StepPurpose::HoldCheck), $this->aim->skipped);
        }
        $isNext = $number === \count($this->of->past) + 1;
        $asked = $this->aim->askedIn($number);
        $reviews = $isNext ? $this->aim->reviews : [];
        $warmUps = $this->of->warmUps()->choose($this->upcoming($number), $this->aim->goal, $number, $this->class->met(), $asked, $reviews);
        foreach ($warmUps as [$warmUp, $step]) {
            $lesson->addOwn($step, OwnStep::warmUp($number, $warmUp), $this->aim->skipped);
        }
        $this->review($lesson);
        $closing = min(self::CLOSING, self::CLOSING_SHARE * $policies->seconds);
        if ($this->teachOrder($lesson, $closing)) {
            $this->teachWhatHoldsBack($lesson, $closing);
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

    /** What was learned last, once, less two treads; not where the lesson begins by going on with it. */
    private function review(LessonDraft $lesson): void
    {
        $latest = $lesson->number > 1 ? $this->class->reached->latest() : null;
        if (null === $latest || $this->left->goesOn() || $this->isLeftOut(OwnStep::of($lesson->number, StepPurpose::Review))) {
            return;
        }
        $review = $this->planner->review($latest->chunk, $latest->climbed->down(self::REVIEW_DOWN));
        $this->addOwn($lesson, StepPurpose::Review, $latest->chunk, $review);
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
        $groups = $this->groupSteps($ordered->taught->chunk, $lesson->number);
        $spent = array_sum(array_map(static fn (array $step): float => $step[2]->seconds(), $groups));
        $left = $lesson->left($closing) - $spent;
        $begun = null === $place ? null : $this->left->begun($place);
        $full = $this->planner->time($ordered, $begun, StepLimits::standard());
        $time = $full;
        if ($lesson->cost($full) > $left && !($lesson->isEmpty() && $left < self::LEAST)) {
            $time = $this->cutShort($lesson, $ordered, $begun, $full, $left);
            if (null === $time) {
                return false;
            }
        }
        foreach ($groups as [$name, $chunk, $ofGroup]) {
            $group = $this->groups->apart[$name];
            $lesson->addOwn(
                $this->steps->ofGroup($group, $chunk, $ofGroup),
                OwnStep::ofGroup($lesson->number, $group),
                $this->aim->skipped,
            );
            $this->class->playedApart($name, $chunk, $ofGroup);
            $this->served[$name] = true;
        }
        $isWhole = ($time->top()->tempo ?? 0) >= ($full->top()->tempo ?? 0);
        if (null === $place) {
            $this->addOwn($lesson, $ordered->purpose, $ordered->taught->chunk, $time, !$isWhole);

            return $isWhole;
        }
        $lesson->add($this->steps->ofClass($ordered->purpose, $ordered->taught->chunk, $time, $ordered, $begun->tempo ?? 0, !$isWhole));
        $this->class->played($ordered->purpose, $ordered->taught->chunk, $time, $ordered->taught->rung);
        if ($isWhole) {
            $this->left->done($place);
        } else {
            $this->left->cut($place, $time);
        }

        return $isWhole;
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

        return $lesson->isEmpty() || ($stands && $isHalf && $lesson->cost($short) <= $left) ? $short : null;
    }

    /**
     * The own minutes of groups whose worst place lies in what the class is about to play.
     *
     * @return list<array{string, Chunk, StepTime}>
     */
    private function groupSteps(Chunk $played, int $number): array
    {
        $steps = [];
        foreach (SlowGroup::Apart === $this->aim->slow ? array_diff_key($this->class->ofGroups, $this->served) : [] as $name => $practice) {
            $worst = $practice->hardest($this->tree->whole);
            $stands = null === $worst || $practice->comfort($this->tree->whole)->lesser() >= $this->aim->goal;
            $own = OwnStep::ofGroup($number, $this->groups->apart[$name]);
            if ($stands || $this->isLeftOut($own) || !$played->holds($worst->move->from)) {
                continue;
            }
            $chunk = Chunk::of($this->of->piece, ChunkKind::Spot, $worst->move->from, $worst->move->to);
            $steps[] = [$name, $chunk, $this->planner->apart($practice, $chunk)];
        }

        return $steps;
    }

    /** A second round on what holds the whole back, worst first: the spot, its phrase, its join, the whole again. */
    private function teachWhatHoldsBack(LessonDraft $lesson, float $closing): void
    {
        $visits = [];
        while (!$this->isOver()) {
            $worst = $this->class->practice->hardest($this->tree->whole);
            $key = null === $worst ? '' : (string) $worst->move->from->rank();
            $visits[$key] = ($visits[$key] ?? 0) + 1;
            if ($visits[$key] > self::VISITS) {
                return;
            }
            foreach ($this->around() as [$purpose, $chunk]) {
                $isRun = StepPurpose::Run === $purpose;
                if ($this->isLeftOut(self::once($lesson->number, $purpose, $chunk))) {
                    continue;
                }
                $likely = $this->planner->maker->likely($this->class->practice, $chunk, $this->aim->goal);
                $stands = $isRun ? $this->class->wholeAt() >= $likely : $this->class->chanceAtGoal($chunk) >= self::STANDS;
                if (!$stands && !$this->take($lesson, null, OrderedStep::of(new TaughtChunk($purpose, $chunk)), $isRun ? 0.0 : $closing)) {
                    return;
                }
            }
        }
    }

    /** @return list<array{StepPurpose, Chunk}> what lies around the place that holds the whole back, from small to large */
    private function around(): array
    {
        $steps = [];
        $whole = $this->tree->whole;
        $worst = $this->class->practice->hardest($whole);
        if (null !== $worst && !$this->class->practice->comfort($whole)->isHeldByReading()) {
            $steps[] = [StepPurpose::Learn, Chunk::of($this->of->piece, ChunkKind::Spot, $worst->move->from, $worst->move->to)];
            $phrase = $this->tree->phraseAt($worst->move->from);
            $steps[] = [StepPurpose::Learn, $phrase->chunk];
            foreach ($this->tree->sections as $section) {
                if (\count($section->children) > 1 && \in_array($phrase, $section->children, true)) {
                    $steps[] = [StepPurpose::Join, $section->chunk];
                }
            }
        }
        if (!\in_array($whole->edges(), array_map(static fn (array $step): string => $step[1]->edges(), $steps), true)) {
            $steps[] = [StepPurpose::Join, $whole];
        }
        $steps[] = [StepPurpose::Run, $whole];

        return $steps;
    }

    /** Something known at the end, as a run: the longest of what was learned, as often as the minutes hold. */
    private function close(LessonDraft $lesson): void
    {
        $known = $this->class->reached->longest($this->of->piece);
        if (null === $known || $this->isLeftOut(OwnStep::of($lesson->number, StepPurpose::Run))) {
            return;
        }
        $last = $lesson->last();
        $chunk = $known->chunk;
        if (StepPurpose::Run === $last?->step->purpose && true === $last->chunk?->contains($chunk)) {
            return;
        }
        for ($goes = self::CLOSING_GOES; $goes > 0; --$goes) {
            $time = $this->planner->known($chunk, $known->climbed->tempo, $goes);
            if ($lesson->cost($time) <= min($lesson->left(), self::CLOSING)) {
                $this->addOwn($lesson, StepPurpose::Run, $chunk, $time);

                return;
            }
        }
    }

    /** What a lesson has once, and what it takes up once more. */
    private static function once(int $number, StepPurpose $purpose, Chunk $chunk): OwnStep
    {
        return $purpose->isLearned() ? OwnStep::again($number, $purpose, $chunk) : OwnStep::of($number, $purpose);
    }

    private function isLeftOut(OwnStep $own): bool
    {
        return $own->isAmong($this->aim->skipped);
    }

    /** Adds what the lesson asks for by itself, and what it does to what the class can. */
    private function addOwn(LessonDraft $lesson, StepPurpose $purpose, Chunk $chunk, StepTime $time, bool $isCut = false): void
    {
        $own = self::once($lesson->number, $purpose, $chunk);
        $lesson->add($this->steps->ofClass($purpose, $chunk, $time, isCut: $isCut)->asOwn($own));
        $this->class->played($purpose, $chunk, $time);
    }
}
