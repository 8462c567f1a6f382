<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\TaughtStep;

/** How a step was played: in which modes, and what came of it. */
final readonly class StepPlay
{
    /**
     * @param non-empty-list<Mode> $modes  in which it was played
     * @param bool                 $atGoal a coin was earned at or above the goal tempo
     */
    private function __construct(public array $modes, public int $coins, public int $misses, public bool $atGoal)
    {
    }

    /**
     * A step of which somebody said afterwards that it was not done is as if nothing had been logged of it before.
     *
     * @param list<LogEntry> $entries of the step, in order
     *
     * @return self|null null if nothing was played: it was only opened
     */
    public static function of(TaughtStep $step, array $entries): ?self
    {
        $coins = $misses = 0;
        $atGoal = $isPlayed = false;
        $modes = [];
        foreach ($entries as $entry) {
            if (EntryKind::NotDone === $entry->kind) {
                $coins = $misses = 0;
                $atGoal = $isPlayed = false;
                $modes = [];
                continue;
            }
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

        return [] === $modes ? null : new self(array_values($modes), $coins, $misses, $atGoal);
    }
}
