<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Tuplet;

/** A plainer part for those for whom an instrument's own asks for hands that they do not have (handbook 2). */
final readonly class EasedPart
{
    public function __construct(public EasedBy $how, public Part $part)
    {
    }

    /**
     * A line of which only the notes on some beats are left, each held until the next of them or the rest before it.
     *
     * @param Part                $line  its first voice; of a chord the lowest note
     * @param array<int, EasedBy> $eased by measure; others stay as they are
     */
    public static function thin(Piece $piece, Part $line, array $eased): Part
    {
        $measures = [];
        foreach ($piece->measures as $position => $measure) {
            $how = $eased[$position] ?? null;
            $events = $line->events($position);
            $measures[] =
                null === $how
                    ? self::untied($events, $eased, $position)
                    : self::measure($events, self::times($piece, $measure, $how));
        }

        return $line->withMeasures($measures);
    }

    /** @return array<int, true> ticks of a measure at which a note is kept */
    private static function times(Piece $piece, Measure $measure, EasedBy $how): array
    {
        $full = $measure->meter->ticks();
        $beat = 0 === $full % $piece->beatTicks ? $piece->beatTicks : $measure->meter->beatTicks();
        $beats = intdiv($full, max(1, $beat));
        // The second strong beat opens the second half of a measure of four and more beats.
        $step = EasedBy::Beats === $how ? 1 : ($beats >= 4 ? intdiv($beats + 1, 2) : $beats);
        // What is short is filled from its end: an upbeat.
        $missing = $measure->isShort() && 0 === $measure->position ? $full - $measure->length : 0;
        $times = [];
        for ($at = 0; $at < $full; $at += max(1, $step) * $beat) {
            $times[$at - $missing] = true;
        }

        return $times;
    }

    /**
     * The notes of a measure that stays, without ties and slurs into one that does not.
     *
     * @param list<Event>         $events
     * @param array<int, EasedBy> $eased  by measure
     *
     * @return list<Event>
     */
    private static function untied(array $events, array $eased, int $position): array
    {
        $before = isset($eased[$position - 1]);
        $after = isset($eased[$position + 1]);
        $slurs = 0;
        foreach ($events as $index => $event) {
            $last = $index === array_key_last($events);
            $stops = $before ? min($event->slurStops, $slurs) : $event->slurStops;
            $slurs += $event->slurStarts - $stops;
            $events[$index] = $event
                ->tied($event->tiedFrom && !($before && 0 === $index), $event->tiedTo && !($after && $last))
                ->slurred($event->slurStarts, $stops);
        }
        if ($after && $slurs > 0) {
            // A slur that would go on into a measure that is thinned is not begun.
            $starts = array_filter($events, static fn (Event $event): bool => $event->slurStarts > 0);
            $index = array_key_last($starts);
            if (null !== $index) {
                $events[$index] = $events[$index]->slurred(0, $events[$index]->slurStops);
            }
        }

        return array_values($events);
    }

    /**
     * @param list<Event>      $events
     * @param array<int, true> $times
     *
     * @return list<Event>
     */
    private static function measure(array $events, array $times): array
    {
        $kept = [];
        $sounding = null;
        foreach ($events as $event) {
            if (1 !== $event->voice || $event->isGrace()) {
                continue;
            }
            $isKept = !$event->isRest() && isset($times[$event->start]) && !($event->tiedFrom && null !== $sounding);
            if ($isKept || [] === $kept || ($event->isRest() && null !== $sounding)) {
                $sounding = $isKept ? $event : null;
                $kept[] = self::held($event, $isKept ? [$event->pitches[0]] : [], $event->length);
            } else {
                // Held over what is left out, or silent with it.
                $last = array_pop($kept);
                $kept[] = self::held($last, $last->pitches, $event->end() - $last->start);
            }
        }

        return $kept;
    }

    /** @param list<Pitch> $pitches none for a rest */
    private static function held(Event $event, array $pitches, int $length): Event
    {
        return new Event(
            $event->id,
            1,
            $event->start,
            $length,
            $pitches,
            Tuplet::none(),
            false,
            false,
            0,
            0,
            [] === $pitches ? Marks::none() : Marks::of(dynamic: $event->marks->dynamic, words: $event->marks->words),
        );
    }
}
