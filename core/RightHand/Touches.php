<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\Dynamic;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\Part;

/**
 * Soft and loud as the bow makes them: each dynamic and hairpin of a part as contact place, weight, speed, amount and tilt (handbook 4).
 */
final class Touches
{
    /** Dynamics that a hairpin climbs through. */
    private const LADDER = [
        Dynamic::Pianississimo,
        Dynamic::Pianissimo,
        Dynamic::Piano,
        Dynamic::MezzoPiano,
        Dynamic::MezzoForte,
        Dynamic::Forte,
        Dynamic::Fortissimo,
        Dynamic::Fortississimo,
    ];
    /** A hairpin that leads to no dynamic goes so far on the ladder. */
    private const UNSAID = 2;

    /** @return list<TouchChange> */
    public static function find(Part $part, ContactPolicy $contact, AmountPolicy $amount): array
    {
        $changes = [];
        $dynamic = Dynamic::MezzoForte;
        $open = null;
        $events = [];
        foreach ($part->measures as $position => $inMeasure) {
            foreach ($inMeasure as $event) {
                $events[] = [$position, $event];
            }
        }
        foreach ($events as $index => [$position, $event]) {
            $marks = $event->marks;
            if (null !== $marks->dynamic) {
                if (null !== $open) {
                    $changes[] = self::hairpin($open, $position, $marks->dynamic, $contact, $amount);
                    $open = null;
                }
                $dynamic = $marks->dynamic;
                $changes[] = new TouchChange($event->id, $position, $position, $dynamic, Touch::of($dynamic, $contact, $amount));
            }
            if (Hairpin::None !== $marks->hairpin) {
                $open = [$event->id, $position, $dynamic, $marks->hairpin];
            }
            if ($marks->hairpinStop && null !== $open) {
                // The event right after it may name where it leads; else it goes its usual way.
                $toward = isset($events[$index + 1]) ? $events[$index + 1][1]->marks->dynamic : null;
                $toward ??= self::climb($open[2], $open[3]);
                $changes[] = self::hairpin($open, $position, $toward, $contact, $amount);
                $dynamic = $toward;
                $open = null;
            }
        }

        return $changes;
    }

    /** @param array{string, int, Dynamic, Hairpin} $open */
    private static function hairpin(array $open, int $until, Dynamic $toward, ContactPolicy $contact, AmountPolicy $amount): TouchChange
    {
        [$note, $position, $from] = $open;

        return new TouchChange(
            $note,
            $position,
            $until,
            $from,
            Touch::of($from, $contact, $amount),
            $toward,
            Touch::of($toward, $contact, $amount),
        );
    }

    private static function climb(Dynamic $from, Hairpin $hairpin): Dynamic
    {
        $rung = array_search($from, self::LADDER, true);
        $rung = false === $rung ? (int) array_search(Dynamic::Forte, self::LADDER, true) : $rung;
        $to = $rung + (Hairpin::Crescendo === $hairpin ? self::UNSAID : -self::UNSAID);

        return self::LADDER[max(0, min(\count(self::LADDER) - 1, $to))];
    }
}
