<?php

declare(strict_types=1);

namespace App\Demo;

use App\Shared\Entity\Lesson;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Stair\StairMachine;
use Random\Randomizer;
use Symfony\Component\Uid\Uuid;

/** Plays a lesson as the formulas expect a class to play: clean with the chance that its comfort tempo gives, better with each coin. */
final class SimulatedClass
{
    private const SECONDS_OF_A_TRY = 38;
    private const SECONDS_OF_TALK = 30;

    /** @var array<int, float> comfort tempo by chunk */
    private array $comfort = [];
    private int $now = 0;
    private int $count = 0;

    public function __construct(private readonly Randomizer $random)
    {
    }

    /** @return list<LogEntry> */
    public function play(Lesson $lesson): array
    {
        $this->now = $lesson->getStartedAt()->getTimestamp() * 1000;
        $end = $this->now + ($lesson->getClass()->getMinutes() - 10) * 60_000;
        $entries = [];
        foreach ($lesson->steps() as $step) {
            if ($step->doneBefore || $this->now > $end) {
                continue;
            }
            $entries[] = $this->entry($step->id, EntryKind::Begin, 0);
            $stair = $step->step->stair;
            if (null === $stair) {
                $this->now += 12_000;
                continue;
            }
            $this->now += self::SECONDS_OF_TALK * 1000;
            $machine = StairMachine::of(\count($stair->treads), $step->step->rule);
            $comfort = Comfort::of($this->comfort[$step->chunk] ?? 0.74 * $stair->goal(), $stair->goal());
            $state = $machine->firsts[$step->startTread];
            while (!$machine->states[$state]->done && $this->now < $end) {
                $tempo = $stair->treads[$machine->states[$state]->tread];
                $kind = $this->random->getInt(0, 999_999) < 1_000_000 * $comfort->chance($tempo) ? EntryKind::Coin : EntryKind::Miss;
                $this->now += self::SECONDS_OF_A_TRY * 1000;
                $entries[] = $this->entry($step->id, $kind, $tempo);
                $comfort = EntryKind::Coin === $kind ? $comfort->afterCoins(1) : $comfort;
                $state = $kind->next($machine, $state);
            }
            $this->comfort[$step->chunk] = $comfort->tempo;
        }

        return $entries;
    }

    private function entry(string $step, EntryKind $kind, int $tempo): LogEntry
    {
        return new LogEntry(Uuid::v4()->toRfc4122(), $step, $kind, $tempo, $this->now, ++$this->count);
    }
}
