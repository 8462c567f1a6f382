<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Stair\StairMachine;

/** Replays what a lesson's log says of a step over its stair. The log is the truth; this can be computed again at any time. */
final class LessonRun
{
    /**
     * @param list<LogEntry> $entries of the step, in order
     *
     * @return StepResult|null null where nothing is played
     */
    public static function ofStep(TaughtStep $step, array $entries): ?StepResult
    {
        return null === $step->step->stair
            ? null
            : self::replay($step->step->stair, $step->step->rule, $step->startTread, $entries);
    }

    /**
     * @param list<LogEntry> $entries
     */
    private static function replay(Stair $stair, CoinRule $rule, int $startTread, array $entries): StepResult
    {
        $machine = StairMachine::of(\count($stair->treads), $rule);
        $state = $machine->firsts[min($startTread, \count($machine->firsts) - 1)];
        $coins = $misses = $reached = $coinsOnTread = 0;
        $said = false;
        $coinsAt = [];
        $rounds = 0;
        foreach ($entries as $entry) {
            $before = $machine->states[$state];
            $rounds += EntryKind::Round === $entry->kind ? 1 : 0;
            if (EntryKind::Coin === $entry->kind) {
                $tempo = $stair->treads[$before->tread];
                $coinsAt[$tempo] = ($coinsAt[$tempo] ?? 0) + 1;
            }
            $state = $entry->kind->next($machine, $state);
            $after = $machine->states[$state];
            $coins += EntryKind::Coin === $entry->kind ? 1 : 0;
            $misses += EntryKind::Miss === $entry->kind ? 1 : 0;
            $coinsOnTread += EntryKind::Coin === $entry->kind ? 1 : 0;
            $said = EntryKind::NotDone !== $entry->kind && ($said || EntryKind::Done === $entry->kind);
            if (EntryKind::NotDone === $entry->kind) {
                $reached = min($reached, self::below($stair));
                $state = $after->done ? $machine->firsts[\count($stair->treads) - 1] : $state;
                $coinsOnTread = 0;
                continue;
            }
            $left = $after->tread !== $before->tread || $after->done !== $before->done;
            if ($left && self::meetsRule($rule, $entry->kind, $after->tread > $before->tread || $after->done, $coinsOnTread)) {
                $reached = max($reached, $stair->treads[$before->tread]);
            }
            if ($left) {
                $coinsOnTread = 0;
            }
        }
        $now = $machine->states[$state];

        return new StepResult([] !== $entries, $now->done || $said, $coins, $misses, $now->tread, $reached, $coinsAt, $rounds);
    }

    /** Tempo of the tread under the last; 0 for none. */
    private static function below(Stair $stair): int
    {
        return $stair->treads[\count($stair->treads) - 2] ?? 0;
    }

    private static function meetsRule(CoinRule $rule, EntryKind $kind, bool $upward, int $coinsOnTread): bool
    {
        return $upward && $coinsOnTread > 0 && (EntryKind::Coin === $kind
            || (EntryKind::Miss === $kind && GoingOn::Goes === $rule->goingOn)
            || (EntryKind::Up === $kind && GoingOn::Teacher === $rule->goingOn));
    }
}
