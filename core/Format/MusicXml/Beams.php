<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\NoteValue;
use CoinStair\Core\Score\Ticks;

/** Groups the short notes of a measure under beams, beat by beat. */
final class Beams
{
    /**
     * Beam words of each event: level => begin, continue, end, forward hook or backward hook.
     *
     * @param list<Event> $events of one voice
     *
     * @return array<string, array<int, string>> by event id
     */
    public static function group(array $events, Meter $meter, int $shift): array
    {
        $group = [];
        $beams = [];
        $beat = $meter->isCompound() ? $meter->beatTicks() : max(Ticks::PER_QUARTER, $meter->beatTicks());
        foreach ($events as $event) {
            if ($event->isGrace()) {
                continue;
            }
            $levels = self::levels($event);
            $sameBeat = [] !== $group && intdiv($group[0][0]->start + $shift, $beat) === intdiv($event->start + $shift, $beat);
            if (0 === $levels || !$sameBeat) {
                $beams += self::words($group);
                $group = [];
            }
            if ($levels > 0) {
                $group[] = [$event, $levels];
            }
        }

        return $beams + self::words($group);
    }

    private static function levels(Event $event): int
    {
        $value = $event->isRest() ? null : NoteValue::ofTicks($event->tuplet->written($event->length));

        return null === $value || $value->part < 8 ? 0 : (int) log($value->part / 4, 2);
    }

    /**
     * @param list<array{Event, int}> $group
     *
     * @return array<string, array<int, string>>
     */
    private static function words(array $group): array
    {
        if (\count($group) < 2) {
            return [];
        }
        $words = [];
        foreach ($group as $index => [$event, $levels]) {
            for ($level = 1; $level <= $levels; ++$level) {
                $before = ($group[$index - 1][1] ?? 0) >= $level;
                $after = ($group[$index + 1][1] ?? 0) >= $level;
                $words[$event->id][$level] = match (true) {
                    $before && $after => 'continue',
                    $before => 'end',
                    $after => 'begin',
                    default => 0 === $index ? 'forward hook' : 'backward hook',
                };
            }
        }

        return $words;
    }
}
