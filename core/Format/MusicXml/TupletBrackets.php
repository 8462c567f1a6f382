<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Score\Event;

/** Finds where the brackets over tuplets begin and end, also one inside another; brackets are numbered by their depth. */
final class TupletBrackets
{
    /** @var array<string, array<int, array{int, int}>> ratios by event id and number */
    private array $starts = [];
    /** @var array<string, list<int>> numbers by event id, the innermost first */
    private array $stops = [];
    /** @var array<string, bool> first events of brackets that hold further brackets */
    private array $nested = [];

    /** @param list<Event> $events of one voice in one measure */
    public function __construct(array $events)
    {
        $this->level(array_values(array_filter($events, static fn (Event $event): bool => !$event->isGrace())), 0);
    }

    /** @return array<int, array{int, int}> actual and normal of the brackets that begin, by number */
    public function starts(string $event): array
    {
        return $this->starts[$event] ?? [];
    }

    /** @return list<int> numbers of the brackets that end, the innermost first */
    public function stops(string $event): array
    {
        return $this->stops[$event] ?? [];
    }

    public function isNested(string $event): bool
    {
        return $this->nested[$event] ?? false;
    }

    /** @param list<Event> $events in one bracket of the level above */
    private function level(array $events, int $level): void
    {
        $group = [];
        $sum = 0;
        foreach ($events as $event) {
            $ratio = $event->tuplet->levels[$level] ?? null;
            if (null === $ratio || ([] !== $group && $group[0]->tuplet->levels[$level] !== $ratio)) {
                $this->close($group, $level);
                $group = [];
                $sum = 0;
            }
            if (null === $ratio) {
                continue;
            }
            $group[] = $event;
            $sum += $event->tuplet->writtenAt($event->length, $level + 1);
            if (self::isFull($group, $level, $sum, $ratio[0])) {
                $this->close($group, $level);
                $group = [];
                $sum = 0;
            }
        }
        $this->close($group, $level);
    }

    /** @param list<Event> $group */
    private static function isFull(array $group, int $level, int $sum, int $actual): bool
    {
        // The unit is the shortest note of this level; notes of brackets inside are counted by what they fill.
        $unit = \PHP_INT_MAX;
        $inside = [];
        foreach ($group as $event) {
            if (\count($event->tuplet->levels) === $level + 1) {
                $unit = min($unit, $event->tuplet->writtenAt($event->length, $level + 1));
            } else {
                $inside[] = $event->tuplet->writtenAt($event->length, $level + 1) * $event->tuplet->levels[$level + 1][0];
            }
        }
        if (\PHP_INT_MAX === $unit && [] !== $inside) {
            $unit = min($inside);
        }

        return $unit > 0 && $sum >= $actual * $unit && 0 === $sum % ($actual * $unit);
    }

    /** @param list<Event> $group */
    private function close(array $group, int $level): void
    {
        if (\count($group) < 2) {
            return;
        }
        $inner = [] !== array_filter($group, static fn (Event $event): bool => \count($event->tuplet->levels) > $level + 1);
        $this->starts[$group[0]->id][$level + 1] = $group[0]->tuplet->levels[$level];
        $this->nested[$group[0]->id] = $inner || $level > 0;
        if ($inner) {
            $this->level($group, $level + 1);
        }
        $this->stops[$group[\count($group) - 1]->id][] = $level + 1;
    }
}
