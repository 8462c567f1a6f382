<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * Cuts measures and parts out of a piece. Ties and slurs that lead out of the cut lose their ends.
 */
final class Excerpt
{
    /**
     * @param int               $from  first measure position
     * @param int               $to    measure position after the last
     * @param list<string>|null $parts part ids; all if none are named
     *
     * @throws \InvalidArgumentException if nothing is left
     */
    public static function cut(Piece $piece, int $from, int $to, ?array $parts = null): Piece
    {
        $from = max(0, $from);
        $measures = [];
        foreach (\array_slice($piece->measures, $from, max(0, $to - $from)) as $position => $measure) {
            $measures[] = $measure->numbered($position);
        }
        $kept = [];
        foreach ($piece->parts as $part) {
            if (null === $parts || \in_array($part->id, $parts, true)) {
                $kept[] = new Part(
                    $part->id,
                    $part->name,
                    $part->instrument,
                    $part->clef,
                    self::trim(\array_slice($part->measures, $from, \count($measures))),
                    $part->eased,
                );
            }
        }

        return new Piece(
            $piece->title,
            $piece->composer,
            $measures,
            $kept,
            $piece->goalTempo,
            $piece->beatTicks,
            $piece->goalTempoTo,
            style: 0 === $from ? $piece->style : '',
        );
    }

    /**
     * @param list<list<Event>> $measures
     *
     * @return list<list<Event>>
     */
    private static function trim(array $measures): array
    {
        /** @var array<int, list<array{int, int}>> $open places of slurs that wait for their end, by voice */
        $open = [];
        /** @var array<int, array{int, int}> $last place of the last note, by voice */
        $last = [];
        foreach ($measures as $position => $events) {
            foreach ($events as $index => $event) {
                if ($event->isGrace()) {
                    continue;
                }
                $stops = min($event->slurStops, \count($open[$event->voice] ?? []));
                for ($stop = 0; $stop < $stops; ++$stop) {
                    array_pop($open[$event->voice]);
                }
                for ($start = 0; $start < $event->slurStarts; ++$start) {
                    $open[$event->voice][] = [$position, $index];
                }
                $tiedFrom = $event->tiedFrom && isset($last[$event->voice]);
                $measures[$position][$index] = $event->slurred($event->slurStarts, $stops)->tied($tiedFrom, $event->tiedTo);
                $last[$event->voice] = [$position, $index];
            }
        }
        foreach ($open as $places) {
            foreach ($places as [$position, $index]) {
                $event = $measures[$position][$index];
                $measures[$position][$index] = $event->slurred($event->slurStarts - 1, $event->slurStops);
            }
        }
        foreach ($last as [$position, $index]) {
            $event = $measures[$position][$index];
            $measures[$position][$index] = $event->tied($event->tiedFrom, false);
        }

        return array_values(array_map(array_values(...), $measures));
    }
}
