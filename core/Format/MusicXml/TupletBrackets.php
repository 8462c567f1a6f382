<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Score\Event;

/** Finds where the brackets over tuplets begin and end. */
final class TupletBrackets
{
    /** @var array<string, string> start or stop, by event id */
    private array $marks = [];

    /** @param list<Event> $events of one voice in one measure */
    public function __construct(array $events)
    {
        $group = [];
        $sum = 0;
        foreach ($events as $event) {
            if ($event->isGrace()) {
                continue;
            }
            if ($event->tuplet->isNone() || ([] !== $group && ($group[0]->tuplet->actual !== $event->tuplet->actual || $group[0]->tuplet->normal !== $event->tuplet->normal))) {
                $this->closeGroup($group);
                $group = [];
                $sum = 0;
            }
            if ($event->tuplet->isNone()) {
                continue;
            }
            $group[] = $event;
            $sum += $event->tuplet->written($event->length);
            $unit = min(array_map(static fn (Event $member): int => $member->tuplet->written($member->length), $group));
            if ($sum >= $event->tuplet->actual * $unit && 0 === $sum % ($event->tuplet->actual * $unit)) {
                $this->closeGroup($group);
                $group = [];
                $sum = 0;
            }
        }
        $this->closeGroup($group);
    }

    public function at(string $event): ?string
    {
        return $this->marks[$event] ?? null;
    }

    /** @param list<Event> $group */
    private function closeGroup(array $group): void
    {
        if (\count($group) > 1) {
            $this->marks[$group[0]->id] = 'start';
            $this->marks[$group[\count($group) - 1]->id] = 'stop';
        }
    }
}
