<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Sequence\Mode;

/** What the log of a lesson says was played by one of its steps: the evidence from which skills follow (handbook 7). */
final readonly class PlayedStep
{
    /**
     * @param list<Mode> $modes  in which it was played
     * @param bool       $atGoal a coin was earned at or above the goal tempo
     */
    private function __construct(
        public TaughtStep $step,
        public array $modes,
        public int $coins,
        public int $misses,
        public bool $atGoal,
    ) {
    }

    /**
     * Those of a lesson in which something was played; words, breaks, and steps that were only opened are none. A step of which somebody
     * said afterwards that it was not done is as if it had never been.
     *
     * @return list<self>
     */
    public static function ofLesson(TaughtLesson $lesson): array
    {
        /** @var \WeakMap<TaughtLesson, list<self>> $found who reckons a record asks for the same lesson several times */
        static $found = new \WeakMap();

        return $found[$lesson] ??= self::replay($lesson);
    }

    /** @return list<self> */
    private static function replay(TaughtLesson $lesson): array
    {
        $byStep = [];
        foreach (LogEntry::inOrder($lesson->entries) as $entry) {
            if (EntryKind::NotDone === $entry->kind) {
                $byStep[$entry->step] = [];
            } else {
                $byStep[$entry->step][] = $entry;
            }
        }
        $played = [];
        foreach ($lesson->steps as $step) {
            if (null !== $step->step->stair) {
                $of = self::of($step, $byStep[$step->id] ?? []);
                array_push($played, ...[] === $of->modes ? [] : [$of]);
            }
        }

        return $played;
    }

    /**
     * @param list<LogEntry> $entries of the step, in order
     */
    private static function of(TaughtStep $step, array $entries): self
    {
        $coins = $misses = 0;
        $atGoal = $isPlayed = false;
        $modes = [];
        foreach ($entries as $entry) {
            $isCoin = EntryKind::Coin === $entry->kind;
            $coins += $isCoin ? 1 : 0;
            $misses += EntryKind::Miss === $entry->kind ? 1 : 0;
            // The tempo of a warm-up is nobody's goal.
            $atGoal = $atGoal || ($isCoin && null === $step->step->warmUp && $entry->tempo > 0 && $entry->tempo >= $step->goal());
            $isPlayed = $isPlayed || $isCoin || \in_array($entry->kind, [EntryKind::Miss, EntryKind::Done], true);
            $round = EntryKind::Round === $entry->kind ? Mode::tryFrom($entry->text) : null;
            if (true === $round?->isPlayed()) {
                $modes[$round->value] = $round;
            }
        }
        $own = $step->step->mode;
        if ($isPlayed && $own->isPlayed()) {
            $modes[$own->value] = $own;
        }

        return new self($step, array_values($modes), $coins, $misses, $atGoal);
    }

    /** An instrument played it: it was one of those of the step. */
    public function isOf(Instrument $instrument): bool
    {
        $who = $this->step->step->who()->instruments;

        return [] === $who || \in_array($instrument, $who, true);
    }
}
