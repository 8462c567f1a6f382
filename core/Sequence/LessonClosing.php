<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\LessonDraft;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\Others;
use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Stair;

/**
 * How a lesson closes (handbook 6): something known, as a run, the longest of what was at its goal before today, or another piece of the
 * class; else the longest of what was learned today. What is safe goes round in the class.
 */
final readonly class LessonClosing
{
    /** Seconds that are kept for it, and the share of a short lesson. Starting values, as all of these. */
    private const SECONDS = 180.0;
    private const SHARE = 0.2;
    private const GOES = 2;
    /** Chance of a clean go at the goal from which on a chunk is safe, and how it is played then, lesson by lesson. */
    private const SAFE = 0.75;
    private const RESET = 6.0;
    private const TALK = 10.0;
    private const TURNS = [WhoKind::Solo, WhoKind::Halves, WhoKind::Desks];

    public function __construct(private PieceForClass $of, private Aim $aim, private ClassState $class, private StepPlanner $planner)
    {
    }

    /** Another piece, where nothing of this one was at its goal before today; none where there is none, or it does not fit. */
    public function another(LessonDraft $lesson): ?LessonStep
    {
        $piece = $this->aim->known;
        if (null === $piece || $this->class->reached->hasOlder($this->aim->goal)) {
            return null;
        }
        for ($goes = self::GOES; $goes > 0; --$goes) {
            $step = new Step(StepPurpose::Run, Stair::ofTreads([$piece->goal]), CoinRule::goes($goes));
            $time = new StepTime(before: $goes * ($piece->seconds + self::RESET), talk: self::TALK);
            if ($lesson->cost($time) <= min($lesson->left(), self::SECONDS)) {
                return new LessonStep('', $step, $time, says: Notice::word('you know this one: enjoy it'), piece: $piece);
            }
        }

        return null;
    }

    /** Seconds of a lesson that are kept for it. */
    public static function kept(float $seconds): float
    {
        return min(self::SECONDS, self::SHARE * $seconds);
    }

    /** @return array{Chunk, StepTime, ByHand|null}|null what is played, how long, and who; none where nothing is known or nothing fits */
    public function of(LessonDraft $lesson): ?array
    {
        $known = $this->class->reached->longest($this->of->piece, $this->aim->goal);
        $last = $lesson->last();
        if (null === $known || (StepPurpose::Run === $last?->step->purpose && true === $last->chunk?->contains($known->chunk))) {
            return null;
        }
        $chunk = $known->chunk;
        for ($goes = self::GOES; $goes > 0; --$goes) {
            $turns = self::GOES === $goes ? $this->turns($lesson->number, $chunk) : null;
            $time = $this->planner->known($chunk, $known->climbed->tempo, null === $turns ? $goes : 1, $turns);
            if ($lesson->cost($time) <= min($lesson->left(), self::SECONDS)) {
                return [$chunk, $time, $turns];
            }
        }

        return null;
    }

    /** By one half and the other, by row after row, by one and then by all: those who wait finger along. */
    private function turns(int $number, Chunk $chunk): ?ByHand
    {
        if (!$this->of->policies->has(Habit::InTurn) || $this->class->chanceAtGoal($chunk) < self::SAFE) {
            return null;
        }

        return new ByHand(who: Who::of(self::TURNS[$number % \count(self::TURNS)], others: Others::FingerAlong), turns: self::GOES);
    }
}
