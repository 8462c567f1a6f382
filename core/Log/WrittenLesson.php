<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Stair\StairMachine;

/**
 * The log of a lesson that was held without the screen, from what a teacher remembers of it: what was played, up to which tempo, and how
 * long the whole lesson took. Coins fall as the rule of each step asks for them, and no misses; nothing of it tells more than was said
 * (handbook 7 and 11).
 */
final readonly class WrittenLesson
{
    /** Coins on one tread where the teacher decides when it goes on. */
    private const AT_LEAST = 1;

    /**
     * @param list<TaughtStep>           $steps   of the lesson as it was planned
     * @param array<array-key, int|null> $reached number of the last tread that was won, by id of the step; none where a step was played
     *                                            without winning its first; what is only told or shown
     *                                            is taken from what is played after it
     * @param int                        $from    milliseconds since 1970
     * @param float                      $seconds of the whole lesson
     *
     * @return list<LogEntry> with running numbers for ids
     */
    public static function entries(array $steps, array $reached, int $from, float $seconds): array
    {
        $said = [];
        foreach (self::done($steps, $reached) as $step) {
            $said[] = [$step, EntryKind::Begin, 0];
            $tread = $reached[$step->id] ?? null;
            if (null !== $step->step->stair && null !== $tread) {
                foreach (self::climb($step->step->stair, $step->step->rule, $step->startTread, $tread) as [$kind, $tempo]) {
                    $said[] = [$step, $kind, $tempo];
                }
            }
        }
        $entries = [];
        $last = max(1, \count($said) - 1);
        foreach ($said as $number => [$step, $kind, $tempo]) {
            $at = $from + (int) round(1000 * $seconds * $number / $last);
            $entries[] = new LogEntry((string) $number, $step->id, $kind, $tempo, $at, $number);
        }

        return $entries;
    }

    /**
     * The steps of which something is logged: those that were played, and what is only told or shown before the last of them.
     *
     * @param list<TaughtStep>           $steps
     * @param array<array-key, int|null> $reached
     *
     * @return list<TaughtStep>
     */
    private static function done(array $steps, array $reached): array
    {
        $last = -1;
        foreach ($steps as $number => $step) {
            $last = \array_key_exists($step->id, $reached) ? $number : $last;
        }
        $done = [];
        foreach (\array_slice($steps, 0, $last + 1) as $step) {
            if (!$step->isPlayed() || \array_key_exists($step->id, $reached)) {
                $done[] = $step;
            }
        }

        return $done;
    }

    /**
     * The fewest entries by which a tread and all under it are won.
     *
     * @return list<array{EntryKind, int}> with the tempo of the tread on which each falls
     */
    private static function climb(Stair $stair, CoinRule $rule, int $startTread, int $upTo): array
    {
        $machine = StairMachine::of(\count($stair->treads), $rule);
        $state = $machine->firsts[min($startTread, \count($machine->firsts) - 1)];
        $climbed = [];
        $onTread = 0;
        while (!$machine->states[$state]->done && $machine->states[$state]->tread <= $upTo) {
            $tread = $machine->states[$state]->tread;
            $kind = GoingOn::Teacher === $rule->goingOn && $onTread >= self::AT_LEAST ? EntryKind::Up : EntryKind::Coin;
            $climbed[] = [$kind, $stair->treads[$tread]];
            $state = $kind->next($machine, $state);
            $onTread = $machine->states[$state]->tread === $tread ? $onTread + 1 : 0;
        }

        return $climbed;
    }
}
