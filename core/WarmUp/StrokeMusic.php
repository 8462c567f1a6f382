<?php

declare(strict_types=1);

namespace CoinStair\Core\WarmUp;

use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Pitch;

/** The stroke or rhythm of a measure on one open string: as it is written, with its rests, slurs, dots and triplets (handbook 6). */
final class StrokeMusic
{
    /**
     * @param string      $id     of the part, before the numbers of its notes
     * @param list<Event> $events of a measure
     *
     * @return list<Event> slurs and ties that lead out of it end with it
     */
    public static function copy(string $id, array $events, Pitch $pitch): array
    {
        $copied = [];
        $open = 0;
        $voice = array_values(array_filter($events, static fn (Event $event): bool => 1 === $event->voice && !$event->isGrace()));
        foreach ($voice as $index => $event) {
            $isLast = $index + 1 === \count($voice);
            $stops = $isLast ? $open + $event->slurStarts : min($open, $event->slurStops);
            $open += $event->slurStarts - $stops;
            $copied[] = new Event(
                $id.'-m0-v1-'.$index,
                1,
                $event->start,
                $event->length,
                $event->isRest() ? [] : [$pitch],
                $event->tuplet,
                $event->tiedFrom && $index > 0,
                $event->tiedTo && !$isLast,
                $event->slurStarts,
                max(0, $stops),
                Marks::of($event->marks->articulations, $event->marks->bow),
            );
        }

        return $copied;
    }
}
