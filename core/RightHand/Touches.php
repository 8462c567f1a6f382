<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\Dynamic;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\Part;

/** Soft and loud as the bow makes them: each dynamic and hairpin of a part as contact place, weight, speed, amount and tilt (handbook 4). */
final class Touches
{
    /** Dynamics that a hairpin climbs through. */
    private const LADDER = [Dynamic::Pianississimo, Dynamic::Pianissimo, Dynamic::Piano, Dynamic::MezzoPiano, Dynamic::MezzoForte, Dynamic::Forte, Dynamic::Fortissimo, Dynamic::Fortississimo];
    /** A hairpin that leads to no dynamic goes so far on the ladder. */
    private const UNSAID = 2;

    /** @return list<TouchChange> */
    public static function of(Part $part, ContactPolicy $contact, AmountPolicy $amount): array
    {
        $changes = [];
        $dynamic = Dynamic::MezzoForte;
        $open = null;
        foreach ($part->measures as $position => $events) {
            foreach ($events as $event) {
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
                    // What follows within the next event may name where it leads; else it goes its usual way.
                    $toward = self::named($part, $event->id) ?? self::climb($open[2], $open[3]);
                    $changes[] = self::hairpin($open, $position, $toward, $contact, $amount);
                    $dynamic = $toward;
                    $open = null;
                }
            }
        }

        return $changes;
    }

    /** @param array{string, int, Dynamic, Hairpin} $open */
    private static function hairpin(array $open, int $until, Dynamic $toward, ContactPolicy $contact, AmountPolicy $amount): TouchChange
    {
        [$note, $position, $from] = $open;

        return new TouchChange($note, $position, $until, $from, Touch::of($from, $contact, $amount), $toward, Touch::of($toward, $contact, $amount));
    }

    private static function climb(Dynamic $from, Hairpin $hairpin): Dynamic
    {
        $rung = array_search($from, self::LADDER, true);
        $rung = false === $rung ? (int) array_search(Dynamic::Forte, self::LADDER, true) : $rung;
        $to = $rung + (Hairpin::Crescendo === $hairpin ? self::UNSAID : -self::UNSAID);

        return self::LADDER[max(0, min(\count(self::LADDER) - 1, $to))];
    }

    /** The dynamic on the event right after this one. */
    private static function named(Part $part, string $id): ?Dynamic
    {
        $found = false;
        foreach ($part->measures as $events) {
            foreach ($events as $event) {
                if ($found) {
                    return $event->marks->dynamic;
                }
                $found = $event->id === $id;
            }
        }

        return null;
    }
}
