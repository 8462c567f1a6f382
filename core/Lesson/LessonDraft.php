<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Stair;

/** A lesson while it is filled: knows what is left of its time, and puts in rests for the arms (handbook 9). */
final class LessonDraft
{
    /** Seconds of a break, and seconds with the instrument up after which it comes, by year. Starting values. */
    public const BREAK = 30.0;
    private const HOLD_CHECK = 10.0;
    private const TUNE_UP = 30.0;
    /** Seconds before the piece is played to the class. */
    private const LISTEN_TALK = 10.0;
    private const UP = [1 => 300.0, 2 => 480.0, 3 => 720.0, 4 => 720.0];

    /** @var list<LessonStep> */
    private array $steps = [];
    private float $used = 0.0;
    private float $up = 0.0;

    /** @param float $available seconds */
    public function __construct(public readonly int $number, private readonly float $available, private readonly int $year)
    {
    }

    /** Seconds with the instrument up after which a class of a year rests. */
    public static function upFor(int $year): float
    {
        return self::UP[$year];
    }

    /** Seconds that are left, less what is kept for later. */
    public function left(float $kept = 0.0): float
    {
        return $this->available - $this->used - $kept;
    }

    /** Seconds that a step would take, with the break that comes before it. */
    public function cost(StepTime $time): float
    {
        return $time->seconds() + ($this->needsBreak($time) ? self::BREAK : 0.0);
    }

    public function add(LessonStep $step): void
    {
        if ($this->needsBreak($step->time)) {
            $this->take(self::unplayed(StepPurpose::Break, self::BREAK));
            $this->up = 0.0;
        }
        $this->take($step);
        $this->up = self::isRest($step) ? 0.0 : $this->up + $step->time->playing();
    }

    /**
     * Adds what the lesson asks for itself, unless the teacher left it out.
     *
     * @param list<OwnStep> $skipped what is left out
     */
    public function addOwn(LessonStep $step, OwnStep $own, array $skipped): void
    {
        if (!$own->isAmong($skipped)) {
            $this->add($step->asOwn($own));
        }
    }

    public function planned(): PlannedLesson
    {
        return new PlannedLesson($this->number, $this->steps, $this->available);
    }

    /** Nothing of the piece is played in it yet. */
    public function isEmpty(): bool
    {
        $isPlayed = static fn (LessonStep $step): bool => null !== $step->chunk && $step->step->purpose->isPlayed();

        return [] === array_filter($this->steps, $isPlayed);
    }

    public function last(): ?LessonStep
    {
        return $this->steps[\count($this->steps) - 1] ?? null;
    }

    /** The hold check before the first playing step of a lesson (handbook 9). */
    public static function check(): LessonStep
    {
        return self::unplayed(StepPurpose::HoldCheck, self::HOLD_CHECK);
    }

    /** An open string is heard, sung and matched: the pegs are turned before the lesson begins. */
    public static function tuneUp(): LessonStep
    {
        return self::unplayed(StepPurpose::TuneUp, self::TUNE_UP);
    }

    /**
     * The class hears the piece, or how it begins.
     *
     * @param int   $tempo   beats a minute at which it is played to them
     * @param float $seconds of the music
     */
    public static function hear(Chunk $chunk, int $tempo, float $seconds): LessonStep
    {
        $step = new Step(StepPurpose::Listen, Stair::ofTreads([$tempo]), CoinRule::goes(1), mode: Mode::Listen);

        $time = new StepTime(talk: self::LISTEN_TALK + $seconds);

        return new LessonStep('', $step, $time, $chunk, says: Notice::word('hear how it goes'));
    }

    /** A step in which nothing is played. */
    public static function unplayed(StepPurpose $purpose, float $seconds, string $id = '', string $prompt = ''): LessonStep
    {
        return new LessonStep($id, new Step($purpose, null, CoinRule::standard(), prompt: $prompt), new StepTime(talk: $seconds));
    }

    /** Instruments are down for as long as a break: what is heard rests the arms, too. */
    private static function isRest(LessonStep $step): bool
    {
        return \in_array($step->step->purpose, [StepPurpose::Break, StepPurpose::Listen], true) && $step->time->seconds() >= self::BREAK;
    }

    private function needsBreak(StepTime $time): bool
    {
        return $this->up > 0 && $this->up + $time->playing() > self::upFor($this->year);
    }

    private function take(LessonStep $step): void
    {
        $this->steps[] = $step;
        $this->used += $step->time->seconds();
    }
}
