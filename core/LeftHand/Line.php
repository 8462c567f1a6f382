<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\OverrideKind;
use CoinStair\Core\Score\Overrides;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;

/** The notes of one voice in written order, each measure once, with what matters to the hand between them. */
final class Line
{
    private const LONG_REST_BEATS = 2;
    private const LONG_NOTE_BEATS = 2;

    /**
     * One voice of a part.
     *
     * @return list<LineNote>
     */
    public static function read(Piece $piece, Part $part, int $voice = 1, ?Overrides $overrides = null): array
    {
        $rows = [];
        $at = $end = $openSlurs = 0;
        $fresh = true;
        foreach ($piece->measures as $position => $measure) {
            $fresh = $fresh || $piece->opensAt($position);
            foreach ($part->events($position) as $event) {
                if ($event->voice !== $voice) {
                    continue;
                }
                if (!$event->isRest()) {
                    $fresh = $fresh || $at + $event->start - $end > self::LONG_REST_BEATS * $piece->beatTicks;
                    // Notes with dots under a slur are hooked: the bow stops before them.
                    $slurred = $openSlurs > 0 && ($event->tiedFrom || !$event->marks->isDotted());
                    $rows[] = [$event, $position, $at + $event->start, $slurred, $fresh];
                    $openSlurs = max(0, $openSlurs + $event->slurStarts - $event->slurStops);
                    $fresh = $event->slurStops > 0 && 0 === $openSlurs;
                    $end = $at + $event->end();
                }
            }
            $at += $measure->length;
        }

        return self::notes($rows, self::LONG_NOTE_BEATS * $piece->beatTicks, $overrides ?? Overrides::none());
    }

    /** @return non-empty-list<int> voices that have notes, the first always */
    public static function voices(Part $part): array
    {
        $voices = [1 => true];
        foreach ($part->measures as $events) {
            foreach ($events as $event) {
                if (!$event->isRest()) {
                    $voices[$event->voice] = true;
                }
            }
        }
        ksort($voices);

        return array_keys($voices);
    }

    /**
     * @param list<array{Event, int, int, bool, bool}> $rows event, measure position, time, slurred from, fresh
     *
     * @return list<LineNote>
     */
    private static function notes(array $rows, int $long, Overrides $overrides): array
    {
        $notes = [];
        $count = \count($rows);
        for ($from = 0; $from < $count; $from = $to) {
            // Repetitions of one pitch without a rest between count together.
            $to = $from + 1;
            $length = $rows[$from][0]->length;
            while (
                $to < $count
                && $rows[$to][0]->pitches[0]->midi() === $rows[$from][0]->pitches[0]->midi()
                && $rows[$to - 1][2] + $rows[$to - 1][0]->length === $rows[$to][2]
            ) {
                $length += $rows[$to][0]->length;
                ++$to;
            }
            for ($index = $from; $index < $to; ++$index) {
                [$event, $position, $at, $slurred, $fresh] = $rows[$index];
                $finger = $overrides->value($event, OverrideKind::Finger);
                $notes[] = new LineNote(
                    $event->id,
                    $event->pitches[0],
                    $position,
                    $event->start,
                    $at,
                    $event->length,
                    $slurred,
                    $fresh,
                    $event->tiedFrom && $index > 0,
                    $length >= $long,
                    $event->marks->fingers[0] ?? null,
                    $event->marks->strings[0] ?? null,
                    null === $finger ? null : (int) $finger,
                    $overrides->value($event, OverrideKind::String),
                    \array_slice($event->pitches, 1),
                );
            }
        }

        return $notes;
    }
}
