<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

use CoinStair\Core\Standing\Thresholds;

/**
 * One skill of one instrument group from day to day: what was played of it and what teachers said of it, walked through in order
 * (handbook 7). A pure function of both; recomputed at any time.
 */
final class History
{
    /** An interval that is halved again and again stays so many days. */
    private const LEAST_DAYS = 2;

    private int $steps = 0;
    private int $lessons = 0;
    private int $coins = 0;
    private int $misses = 0;
    private int $goalDays = 0;
    /** what was counted when a teacher last said something: evidence goes on from there */
    private int $stepsBefore = 0;
    private int $lessonsBefore = 0;
    private int $goalDaysBefore = 0;
    private int $interval;
    private State $level = State::NotMet;
    private ?string $first = null;
    private ?string $last = null;
    private bool $isTouched = false;
    private bool $isSaidDue = false;
    private ?Said $said = null;

    private function __construct(private readonly Thresholds $thresholds)
    {
        $this->interval = $thresholds->firstDays;
    }

    /**
     * @param list<Evidence> $evidence   by day, then lesson
     * @param list<Said>     $said       of the skill and group, by day, then id
     * @param bool           $isPresumed the class's past has it
     * @param string         $today      Y-m-d; what is later is left out
     */
    public static function state(
        array $evidence,
        array $said,
        bool $isPresumed,
        string $today,
        ?Thresholds $thresholds = null,
    ): SkillState {
        if ([] === $evidence && [] === $said) {
            return new SkillState($isPresumed ? State::Presumed : State::NotMet, State::NotMet, $isPresumed);
        }
        $thresholds ??= Thresholds::standard();
        $alone = self::walk($evidence, [], $today, $thresholds);

        return ([] === $said ? $alone : self::walk($evidence, $said, $today, $thresholds))->told($alone, $isPresumed, $today);
    }

    /**
     * @param list<Evidence> $evidence
     * @param list<Said>     $said
     */
    private static function walk(array $evidence, array $said, string $today, Thresholds $thresholds): self
    {
        $self = new self($thresholds);
        $next = 0;
        $day = [];
        foreach ($evidence as $index => $one) {
            if ($one->day > $today) {
                break;
            }
            $day[] = $one;
            if (($evidence[$index + 1]->day ?? '') === $one->day) {
                continue;
            }
            while (isset($said[$next]) && $said[$next]->day < $one->day) {
                $self->say($said[$next++]);
            }
            $self->play($day);
            $day = [];
        }
        while (isset($said[$next]) && $said[$next]->day <= $today) {
            $self->say($said[$next++]);
        }

        return $self;
    }

    /** @param non-empty-list<Evidence> $lessons of one day */
    private function play(array $lessons): void
    {
        $day = $lessons[0]->day;
        $coins = $misses = 0;
        $atGoal = false;
        foreach ($lessons as $lesson) {
            $this->steps += $lesson->steps;
            $coins += $lesson->coins;
            $misses += $lesson->misses;
            $atGoal = $atGoal || $lesson->atGoal;
        }
        $this->lessons += \count($lessons);
        $this->coins += $coins;
        $this->misses += $misses;
        $this->goalDays += $atGoal ? 1 : 0;
        $this->first ??= $day;
        if ($coins > 0) {
            $this->touch($day, $coins, $misses);
        } elseif (!$this->isTouched) {
            $this->last = $day;
        }
        $level = match (true) {
            $this->goalDays - $this->goalDaysBefore >= $this->thresholds->secureDays => State::Secure,
            $this->thresholds->arePractised($this->steps - $this->stepsBefore, $this->lessons - $this->lessonsBefore) => State::Practised,
            default => State::Introduced,
        };
        if (State::Secure === $level && State::Secure !== $this->level) {
            $this->interval = $this->thresholds->firstDays;
        }
        $this->level = self::further($this->level, $level);
    }

    private function touch(string $day, int $coins, int $misses): void
    {
        $isDue = $this->isDue($day);
        $gap = null === $this->last ? 0 : Days::between($this->last, $day);
        if (State::Secure === $this->level || $isDue) {
            if ($misses > $coins) {
                $this->interval = max(self::LEAST_DAYS, intdiv($this->interval + 1, 2));
            } elseif (2 * $gap >= $this->interval) {
                $this->interval = min($this->thresholds->longestDays, 2 * $this->interval);
            }
        }
        $this->last = $day;
        $this->isTouched = true;
        $this->isSaidDue = false;
    }

    private function say(Said $said): void
    {
        $this->said = $said;
        $this->isSaidDue = State::DueAgain === $said->state;
        $this->level = $this->isSaidDue ? State::Secure : $said->state;
        $this->stepsBefore = $this->steps;
        $this->lessonsBefore = $this->lessons;
        $this->goalDaysBefore = $this->goalDays;
        $this->interval = $this->thresholds->firstDays;
        // Who says that it is there has just heard it; who says that it is due has not.
        if (!$this->isSaidDue) {
            $this->last = $said->day;
            $this->isTouched = true;
        }
    }

    private function isDue(string $day): bool
    {
        $isLearned = State::Practised === $this->level || State::Secure === $this->level;

        return $isLearned
            && ($this->isSaidDue || (null !== $this->last && Days::between($this->last, $day) >= $this->interval));
    }

    private function told(self $alone, bool $isPresumed, string $today): SkillState
    {
        $isPresumed = $isPresumed && null === $this->said;
        $state = $this->isDue($today) ? State::DueAgain : $this->level;
        $isLearned = State::Practised === $this->level || State::Secure === $this->level;

        return new SkillState(
            State::NotMet === $state && $isPresumed ? State::Presumed : $state,
            $alone->isDue($today) ? State::DueAgain : $alone->level,
            $isPresumed,
            $this->steps,
            $this->lessons,
            $this->coins,
            $this->misses,
            $this->goalDays,
            $this->first,
            $this->last,
            match (true) {
                !$isLearned || null === $this->last => null,
                $this->isSaidDue => $this->said?->day,
                default => Days::after($this->last, $this->interval),
            },
            $this->interval,
            $this->said,
        );
    }

    private static function further(State $one, State $other): State
    {
        $order = array_flip(array_column(State::cases(), 'value'));

        return $order[$other->value] > $order[$one->value] ? $other : $one;
    }
}
