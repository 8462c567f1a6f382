<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Form\CountIn;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\Round;
use CoinStair\Core\Lesson\StepLimits;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Growth;

/** Reckons the stair and the time of a step from what the class brings to its chunk (handbook 6). */
final class StepMaker
{
    /** Seconds between two tries, by year. Starting values, as all of these. */
    private const RESET = [1 => 8.0, 2 => 6.0, 3 => 5.0, 4 => 5.0];
    private const RESET_OF_ROUND = 3.0;
    /** Seconds from plucking to the bow, or back. */
    public const CHANGE = 20.0;
    private const TALK = 30.0;
    private const TALK_AGAIN = 15.0;
    private const TALK_SHORT = 10.0;
    /** Beats that the bow stops for in the mode that stops. */
    private const STOPS = 2;
    /** Share of a tempo that was clean at which a join starts and a review is played. */
    private const BELOW = 0.85;
    /** A single go is played little faster than what was clean before. */
    private const ABOVE_CLEAN = 1.1;

    /** @var array<string, array{float, float}> beats of each chunk, without its landing and with it */
    private array $beats = [];

    public function __construct(
        private readonly Piece $piece,
        private readonly int $goal,
        private readonly int $year,
        private readonly Growth $growth,
    ) {
    }

    /**
     * A step on which a class climbs as far as it gets.
     *
     * @param int         $from   beats a minute at which it starts; 0: where a clean go is likely
     * @param list<Round> $rounds before it
     * @param bool        $again  the class has played it before
     */
    public function climb(
        StepPurpose $purpose,
        Practice $practice,
        Chunk $chunk,
        CoinRule $rule,
        StepLimits $limits,
        int $from = 0,
        ?Rung $rung = null,
        array $rounds = [],
        bool $again = false,
        ?ByHand $hand = null,
    ): StepTime {
        $hand ??= new ByHand();
        $isJoin = StepPurpose::Join === $purpose && null === $hand->rule;
        $rule = $hand->rule ?? $rule;
        $rounds = $this->roundsOf($hand) ?? $rounds;
        $limits = null === $hand->seconds ? $limits : $limits->fixedTo($hand->seconds);
        $clean = $practice->cleanTempo($chunk);
        // On open strings there is nothing to read.
        $first = true === $rung?->isOnOpenStrings() ? $practice->hands($chunk) : $practice->comfort($chunk);
        [$beats, $sounding] = $this->beats($chunk);
        $likely = TodaysStair::start($first, $beats, $this->goal, $this->growth, $clean);
        $own = null === $hand->treads ? null : self::from($hand->treads, $from);
        $most = (int) max(TodaysStair::lowest($this->goal, $this->growth), min($this->goal, TodaysStair::most($clean)));
        $start = $own[0] ?? ($from > 0 ? min($from, $most) : $likely);
        $comfort = $this->afterSeams($practice, $rounds, $start)?->comfort($chunk) ?? $first;
        $talk = self::talk($purpose, $rung, $again);
        $before = $this->rounds($chunk, $rounds, $start, $hand->mode);
        $seconds = fn (int $tempo): float => $this->seconds($chunk, $tempo, $hand->mode, $rung);
        $stair = new TodaysStair($beats, $this->goal, $this->growth, $seconds, $talk + $before, $limits, $hand->turns);
        [$treads, $asked] = match (true) {
            null !== $own => [$stair->along($comfort, $own, $rule), $rule],
            // A rung has one tread.
            null !== $rung => [$stair->along($comfort, [$start], $rule), $rule],
            $isJoin => $stair->join($comfort, $start, $rule, ($sounding * 60) / $start, $clean),
            default => $stair->climb($comfort, $start, $rule),
        };

        $ahead = \array_slice($own ?? [], \count($treads));

        return new StepTime($treads, $asked, $rounds, $before, $talk, $hand->turns, $hand->seconds, $ahead);
    }

    /** A step of so many goes at one tempo: what is found, played again or run. What is too long for a step goes a little quicker. */
    public function goes(StepPurpose $purpose, Practice $practice, Chunk $chunk, int $tempo, int $goes = 1, ?ByHand $hand = null): StepTime
    {
        $hand ??= new ByHand();
        [$beats] = $this->beats($chunk);
        $talk = self::talk($purpose, null, true);
        $seconds = fn (int $at): float => $this->seconds($chunk, $at, $hand->mode, null);
        $stair = new TodaysStair($beats, $this->goal, $this->growth, $seconds, $talk, StepLimits::standard(), $hand->turns);
        foreach ($this->growth->marks($this->goal) as $mark) {
            if ($mark > $tempo && $talk + $goes * $seconds($tempo) > StepLimits::SECONDS) {
                $tempo = $mark;
            }
        }
        $rounds = $this->roundsOf($hand) ?? [];
        $own = $hand->treads ?? [$tempo];
        $before = $this->rounds($chunk, $rounds, $own[0], $hand->mode);
        $rule = $hand->rule ?? CoinRule::goes($goes);
        $treads = $stair->along($practice->comfort($chunk), $own, $rule);

        return new StepTime(
            $treads,
            $rule,
            $rounds,
            $before,
            $talk,
            $hand->turns,
            $hand->seconds,
            \array_slice($own, \count($treads)),
        );
    }

    /** Where a stair on a chunk starts today. */
    public function start(Practice $practice, Chunk $chunk): int
    {
        $clean = $practice->cleanTempo($chunk);

        return TodaysStair::start($practice->comfort($chunk), $this->beats($chunk)[0], $this->goal, $this->growth, $clean);
    }

    /** Where it goes on after another lesson: the lower of so many treads down and the start of that day. */
    public function goOn(Practice $practice, Chunk $chunk, int $lower): int
    {
        return min($lower, $this->start($practice, $chunk));
    }

    /** Where a join starts, from the fastest tempo at which what it joins was clean; also where a review is played. */
    public function below(int $clean): int
    {
        return $this->growth->floor(self::BELOW * $clean);
    }

    /**
     * The highest tempo up to a goal at which a go of a chunk is clean with the usual chance, little above what was clean before; the
     * slowest mark if none is.
     */
    public function likely(Practice $practice, Chunk $chunk, int $goal): int
    {
        $clean = $practice->cleanTempo($chunk);
        $most = 0 === $clean ? $goal : self::ABOVE_CLEAN * $clean;
        $all = $this->growth->marks($goal);
        $marks = array_values(array_filter($all, static fn (int $mark): bool => $mark <= $most)) ?: [$all[0]];

        return $practice->comfort($chunk)->highest($marks, $this->beats($chunk)[0], TodaysStair::NEXT) ?? $marks[0];
    }

    /**
     * What a class brings to a step after the seams that come first; none where there is none.
     *
     * @param list<Round> $rounds
     */
    private function afterSeams(Practice $practice, array $rounds, int $tempo): ?Practice
    {
        $after = null;
        foreach ($rounds as $round) {
            $seam = $round->seam();
            if (null !== $seam) {
                $after ??= clone $practice;
                $after->cleanSeam($seam, 1, $tempo);
            }
        }

        return $after;
    }

    /** @return list<Round>|null that a teacher asked for, over all of the chunk */
    private function roundsOf(ByHand $hand): ?array
    {
        return null === $hand->rounds ? null : array_map(Round::whole(...), $hand->rounds);
    }

    /**
     * Treads that are given, from the last one that is not above a tempo on.
     *
     * @param non-empty-list<int> $treads
     *
     * @return non-empty-list<int>
     */
    private static function from(array $treads, int $tempo): array
    {
        $first = max(0, \count(array_filter($treads, static fn (int $tread): bool => $tread <= $tempo)) - 1);
        $left = \array_slice($treads, $first);

        return [] === $left ? $treads : $left;
    }

    /** Seconds of one try: count-in, music, stops and landing, and the reset after it. */
    private function seconds(Chunk $chunk, int $tempo, Mode $mode, ?Rung $rung): float
    {
        return $mode->factor() * $this->go($chunk, $tempo, ($rung?->stopBeats() ?? 0) + (Mode::Stops === $mode ? self::STOPS : 0))
            + self::RESET[$this->year];
    }

    private function go(Chunk $chunk, int $tempo, int $stops): float
    {
        $countIn = CountIn::ticks($this->piece, $chunk->from, $tempo) / $this->piece->beatTicks;

        return (($countIn + $this->beats($chunk)[1] + $stops) * 60) / $tempo;
    }

    /** @param list<Round> $rounds */
    private function rounds(Chunk $chunk, array $rounds, int $tempo, Mode $mode): float
    {
        $seconds = 0.0;
        $plucks = Mode::Pluck === $mode;
        $bows = $mode->isBowed();
        foreach ($rounds as $round) {
            $stops = Mode::Stops === $round->mode ? self::STOPS : 0;
            $seconds += $round->mode->factor() * $this->go($round->of($chunk, $this->piece), $tempo, $stops);
            $seconds += $round->isSeam ? self::RESET[$this->year] : self::RESET_OF_ROUND;
            $plucks = $plucks || Mode::Pluck === $round->mode;
            $bows = $bows || $round->mode->isBowed();
        }

        return $seconds + ($plucks && $bows ? self::CHANGE : 0.0);
    }

    private static function talk(StepPurpose $purpose, ?Rung $rung, bool $again): float
    {
        return match (true) {
            StepPurpose::Run === $purpose, StepPurpose::WarmUp === $purpose, null !== $rung => self::TALK_SHORT,
            StepPurpose::Learn === $purpose && !$again => self::TALK,
            default => self::TALK_AGAIN,
        };
    }

    /** @return array{float, float} beats of one repetition, without its landing and with it */
    private function beats(Chunk $chunk): array
    {
        return $this->beats[$chunk->edges().($chunk->lands ? '+' : '')] ??= [
            $this->piece->ticksBetween($chunk->from, $chunk->to) / $this->piece->beatTicks,
            $chunk->beats($this->piece),
        ];
    }
}
