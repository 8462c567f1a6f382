<?php

declare(strict_types=1);

namespace App\Demo;

use App\Shared\Entity\Lesson;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Stair\StairMachine;
use Random\Randomizer;
use Symfony\Component\Uid\Uuid;

/** Plays a lesson as a class does that is as good as it was planned: about as many tries on each tread, some quicker, some slower. */
final class SimulatedClass
{
    private const SECONDS_OF_A_TRY = 22;
    private const SECONDS_OF_TALK = 25;
    private const SECONDS_OF_A_ROUND = 18;
    /** Chance of a clean go; that of the top, where three in a row are asked for. */
    private const CLEAN = 0.74;
    private const CLEAN_ON_TOP = 0.8;

    private int $now = 0;
    private int $count = 0;

    public function __construct(private readonly Randomizer $random)
    {
    }

    /** @return list<LogEntry> */
    public function play(Lesson $lesson): array
    {
        $this->now = $lesson->getStartedAt()->getTimestamp() * 1000;
        $end = $this->now + ($lesson->getClass()->getMinutes() - 8) * 60_000;
        $entries = [];
        foreach ($lesson->steps() as $step) {
            if ($step->isSpare || $this->now > $end) {
                continue;
            }
            array_push($entries, ...$this->step($step, $end));
        }

        return $entries;
    }

    /** @return list<LogEntry> */
    private function step(TaughtStep $step, int $end): array
    {
        $entries = [$this->entry($step->id, EntryKind::Begin, 0)];
        $stair = $step->step->stair;
        if (null === $stair) {
            $this->now += (int) (1000 * $step->seconds);

            return $entries;
        }
        $this->now += self::SECONDS_OF_TALK * 1000;
        foreach ($step->step->rounds as $round) {
            $entries[] = $this->entry($step->id, EntryKind::Round, $stair->treads[0], $round->mode->value);
            $this->now += self::SECONDS_OF_A_ROUND * 1000;
        }
        $machine = StairMachine::of(\count($stair->treads), $step->step->rule);
        $state = $machine->firsts[$step->startTread];
        while (!$machine->states[$state]->done && $this->now < $end) {
            $tread = $machine->states[$state]->tread;
            $chance = $tread + 1 < \count($stair->treads) ? self::CLEAN : self::CLEAN_ON_TOP;
            $kind = $this->random->getInt(0, 999_999) < 1_000_000 * $chance ? EntryKind::Coin : EntryKind::Miss;
            $this->now += self::SECONDS_OF_A_TRY * 1000;
            $entries[] = $this->entry($step->id, $kind, $stair->treads[$tread]);
            $state = $kind->next($machine, $state);
        }

        return $entries;
    }

    private function entry(string $step, EntryKind $kind, int $tempo, string $text = ''): LogEntry
    {
        return new LogEntry(Uuid::v4()->toRfc4122(), $step, $kind, $tempo, $this->now, ++$this->count, $text);
    }
}
