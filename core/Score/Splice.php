<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * Puts other notes into some measures of one part; all other measures and parts stay as they are.
 */
final class Splice
{
    /**
     * @param int               $from     first measure position
     * @param list<list<Event>> $measures events of each measure
     *
     * @throws Refusal if the part or the measures do not exist, or the lengths do not fit
     */
    public static function into(Piece $piece, string $partId, int $from, array $measures): Piece
    {
        $part = $piece->part($partId) ?? throw Refusal::because('There is no such part.');
        if ($from < 0 || $from + \count($measures) > \count($piece->measures)) {
            throw Refusal::because('There are no such measures.');
        }
        $all = $part->measures;
        foreach ($measures as $index => $events) {
            $position = $from + $index;
            $end = max([0, ...array_map(static fn (Event $event): int => $event->end(), $events)]);
            if ($end !== $piece->measures[$position]->length) {
                throw Refusal::because(
                    'Measure {measure} of the piece holds {there} quarters, the new notes {typed}.',
                    [
                        'measure' => (string) ($position + 1),
                        'there' => Ticks::quarters($piece->measures[$position]->length),
                        'typed' => Ticks::quarters($end),
                    ],
                );
            }
            $all[$position] = self::renamed($part, $position, $events);
        }
        $parts = array_map(
            static fn (Part $other): Part => $other === $part ? $part->withMeasures(self::mended(array_values($all))) : $other,
            $piece->parts,
        );

        return $piece->withParts($parts);
    }

    /**
     * Events with the ids of their new place.
     *
     * @param list<Event> $events
     *
     * @return list<Event>
     */
    private static function renamed(Part $part, int $position, array $events): array
    {
        $counts = [];
        $renamed = [];
        foreach ($events as $event) {
            $index = $counts[$event->voice] = ($counts[$event->voice] ?? -1) + 1;
            $renamed[] = $event->withId(\sprintf('%s-m%d-v%d-%d', $part->id, $position, $event->voice, $index));
        }

        return $renamed;
    }

    /**
     * Ties and slurs that lost their other end are taken off.
     *
     * @param list<list<Event>> $measures
     *
     * @return list<list<Event>>
     */
    private static function mended(array $measures): array
    {
        $before = $open = [];
        foreach ($measures as $position => $events) {
            foreach ($events as $index => $event) {
                if ($event->isGrace()) {
                    continue;
                }
                [$lastPosition, $lastIndex] = $before[$event->voice] ?? [null, null];
                $last = null === $lastPosition ? null : $measures[$lastPosition][$lastIndex];
                $joined = null !== $last && $last->tiedTo && self::shareAPitch($last, $event);
                if (null !== $last && $last->tiedTo && !$joined) {
                    $measures[$lastPosition][$lastIndex] = $last->tied($last->tiedFrom, false);
                }
                $depth = $open[$event->voice] ?? 0;
                $stops = min($depth + $event->slurStarts, $event->slurStops);
                $open[$event->voice] = $depth + $event->slurStarts - $stops;
                $measures[$position][$index] = $event
                    ->tied($event->tiedFrom && $joined, $event->tiedTo)
                    ->slurred($event->slurStarts, $stops);
                $before[$event->voice] = [$position, $index];
            }
        }

        return array_values(array_map(array_values(...), $measures));
    }

    private static function shareAPitch(Event $a, Event $b): bool
    {
        foreach ($a->pitches as $pitch) {
            foreach ($b->pitches as $other) {
                if ($pitch->midi() === $other->midi()) {
                    return true;
                }
            }
        }

        return false;
    }
}
