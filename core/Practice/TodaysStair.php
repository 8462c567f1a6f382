<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Lesson\StepLimits;
use CoinStair\Core\Lesson\Tread;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Growth;
use CoinStair\Core\Stair\GrowthKind;
use CoinStair\Core\Stair\Stair;

/**
 * The stair that a class climbs in one lesson (handbook 6): it starts where a clean go is likely, and goes up as far as a clean go stays
 * likely and the step keeps its limits. Its top is today's top.
 */
final readonly class TodaysStair
{
    /** Chance of a clean go at the start of a stair, and on each tread after the coins before it. Starting values. */
    public const START = 0.7;
    public const NEXT = 0.65;
    /** Share of the goal under which no stair starts. */
    private const LOWEST = 0.4;
    /** No tread lies higher above the one before, nor above the fastest tempo that was clean; but the next mark is always allowed. */
    public const STEEPEST = 1.25;
    /** Seconds of music up to which a join earns two coins at its top, and up to which it earns one. */
    private const SHORT_JOIN = 25.0;
    private const LONG_JOIN = 40.0;

    /**
     * @param float                $beats   of one repetition, its landing not counted
     * @param \Closure(int): float $seconds of one try at a tempo
     * @param float                $spent   seconds of the step before its stair
     * @param int                  $turns   how often the stair is climbed
     */
    public function __construct(
        private float $beats,
        private int $goal,
        private Growth $growth,
        private \Closure $seconds,
        private float $spent,
        private StepLimits $limits,
        private int $turns = 1,
    ) {
    }

    /**
     * Where a stair starts: the highest mark at which a go is clean with a chance, held between a share of the goal and the goal.
     *
     * @param float $beats of one repetition, its landing not counted
     * @param int   $clean the fastest tempo at which all of it was clean; 0 for none
     */
    public static function start(Comfort $comfort, float $beats, int $goal, Growth $growth, int $clean = 0): int
    {
        $lowest = self::lowest($goal, $growth);
        $most = self::most($clean);
        $marks = array_values(
            array_filter($growth->marks($goal), static fn (int $mark): bool => $mark >= $lowest && $mark <= $most),
        );

        return $comfort->highest($marks, $beats, self::START) ?? $lowest;
    }

    /** The fastest tempo that may follow one that was clean; any where none was. */
    public static function most(int $clean): float
    {
        return 0 === $clean ? \INF : self::STEEPEST * $clean;
    }

    /** The slowest tempo at which a stair to a goal starts. */
    public static function lowest(int $goal, Growth $growth): int
    {
        return min($goal, $growth->floor(self::LOWEST * $goal));
    }

    /**
     * The treads from a start on, and the rule by which they are climbed: that of the class, or one that asks for fewer coins on the top
     * where all of them would not fit.
     *
     * @return array{non-empty-list<Tread>, CoinRule}
     */
    public function climb(Comfort $comfort, int $start, CoinRule $rule): array
    {
        $treads = [];
        $tries = 0.0;
        $seconds = $this->spent;
        $at = min($start, $this->goal);
        $later = GrowthKind::Likely === $this->growth->kind ? null : Stair::climb($at, $this->goal, $this->growth)->treads;
        while (true) {
            $below = $this->tread($comfort, $at, $rule->goingOn, $rule->below);
            $after = $comfort->afterCoins($rule->below);
            $next = $at < $this->goal ? $this->next($after, $at, $later) : null;
            $top = null === $next ? null : $this->tread($after, $next, $rule->goingOn, $rule->top);
            if (
                null === $top
                || \count($treads) + 2 > $this->limits->treads
                || !$this->fits($tries + $below->tries()->mean, $seconds + $this->time($below), $top)
            ) {
                [$last, $asked] = $this->top($comfort, $at, $rule, $tries, $seconds);

                return [[...$treads, $last], $asked];
            }
            $treads[] = $below;
            $tries += $below->tries()->mean;
            $seconds += $this->time($below);
            $comfort = $after;
            $at = $next;
        }
    }

    /**
     * The treads of a join: its start once, then its top; one between only where it would be too steep. The longer, the fewer coins.
     *
     * @param float $music seconds of one go at the start, without its count-in
     * @param int   $clean the fastest tempo at which what it joins was clean; 0 for none
     *
     * @return array{non-empty-list<Tread>, CoinRule}
     */
    public function join(Comfort $comfort, int $start, CoinRule $rule, float $music, int $clean): array
    {
        if ($music > self::LONG_JOIN) {
            $most = 0 === $clean ? $this->goal : min($clean, $this->goal);
            $marks = array_values(array_filter($this->growth->marks($this->goal), static fn (int $mark): bool => $mark <= $most));
            $at = $comfort->highest($marks, $this->beats, self::NEXT) ?? min($start, $this->goal);

            [$go, $asked] = $this->top($comfort, $at, CoinRule::goes(), 0.0, $this->spent);

            return [[$go], $asked];
        }
        $asked = $music > self::SHORT_JOIN ? $rule->asking(1) : $rule;
        [$treads, $rule] = $this->climb($comfort, $start, $asked);
        $between = [];
        $likely = $comfort->afterCoins($asked->below)->highest($this->growth->marks($this->goal), $this->beats, self::NEXT) ?? $start;
        foreach ($treads as $tread) {
            $between[] = $tread->tempo;
            if (\count($between) > 1 && $tread->tempo >= $likely) {
                break;
            }
        }

        return \count($between) === \count($treads) ? [$treads, $rule] : [$this->along($comfort, $between, $rule), $rule];
    }

    /**
     * Treads that are given, as they are expected to go: all but those above the first that the limits leave no room for.
     *
     * @param non-empty-list<int> $tempos
     *
     * @return non-empty-list<Tread>
     */
    public function along(Comfort $comfort, array $tempos, CoinRule $rule): array
    {
        $treads = [];
        $tries = 0.0;
        $seconds = $this->spent;
        foreach ($tempos as $index => $tempo) {
            $coins = $rule->countOn($index, \count($tempos));
            $tread = $this->tread($comfort, $tempo, $rule->goingOn, $coins);
            if ([] !== $treads && !$this->fits($tries, $seconds, $tread)) {
                break;
            }
            $tries += $tread->tries()->mean;
            $seconds += $this->time($tread);
            $treads[] = $tread;
            $comfort = $comfort->afterCoins($coins);
        }

        return $treads;
    }

    /**
     * @param list<int>|null $later tempos that the growth gives; none where the class decides
     */
    private function next(Comfort $comfort, int $at, ?array $later): ?int
    {
        $marks = array_values(array_filter($later ?? $this->growth->marks($this->goal), static fn (int $mark): bool => $mark > $at));
        if (null !== $later) {
            return $marks[0] ?? null;
        }
        $near = array_filter(
            $marks,
            static fn (int $mark, int $index): bool => 0 === $index || $mark <= self::STEEPEST * $at,
            \ARRAY_FILTER_USE_BOTH,
        );

        return $comfort->highest(array_values($near), $this->beats, self::NEXT);
    }

    /**
     * The top tread: with fewer coins than the rule asks for where all of them would not fit. Where even one does not, one go, and of what
     * is so long that this does not fit either, one go at the slowest tempo at which it does.
     *
     * @return array{Tread, CoinRule}
     */
    private function top(Comfort $comfort, int $tempo, CoinRule $rule, float $tries, float $seconds): array
    {
        for ($coins = $rule->top; $coins > 0; --$coins) {
            $tread = $this->tread($comfort, $tempo, $rule->goingOn, $coins);
            if ($this->fits($tries, $seconds, $tread)) {
                return [$tread, $rule->asking($coins)];
            }
        }

        foreach ($this->growth->marks($this->goal) as $mark) {
            $go = $this->tread($comfort, $mark, GoingOn::Goes, 1);
            if ($mark >= $tempo && ($mark === $this->goal || $seconds + $this->time($go) <= $this->limits->seconds)) {
                return [$go, CoinRule::goes()];
            }
        }

        return [$this->tread($comfort, $tempo, GoingOn::Goes, 1), CoinRule::goes()];
    }

    private function tread(Comfort $comfort, int $tempo, GoingOn $goingOn, int $coins): Tread
    {
        $chance = $comfort->chance($tempo, $this->beats);

        return new Tread(
            $tempo,
            $coins,
            $chance,
            $goingOn,
            $comfort->lesser(),
            ($this->seconds)($tempo),
            $comfort->unread->longer(),
            $comfort->unread->seams(),
        );
    }

    /** After so many tries and seconds of the step there is room for a tread. */
    private function fits(float $tries, float $seconds, Tread $tread): bool
    {
        return $tries + $tread->tries()->mean <= $this->limits->tries && $seconds + $this->time($tread) <= $this->limits->seconds;
    }

    private function time(Tread $tread): float
    {
        return $this->turns * $tread->tries()->mean * $tread->seconds;
    }
}
