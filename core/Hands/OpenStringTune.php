<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Pitch;

/** A line that is open strings only where it was written stays open strings on every instrument (handbook 2 and 3). */
final readonly class OpenStringTune
{
    private const FIFTH = 7;
    private const OCTAVE = 12;

    /** Every note of a line is an open string of an instrument. */
    public static function is(Part $line, Instrument $instrument): bool
    {
        $open = array_map(static fn (OpenString $string): int => $string->pitch->midi(), OpenString::allOf($instrument));
        $sounds = false;
        foreach ($line->measures as $events) {
            foreach ($events as $event) {
                foreach ($event->pitches as $pitch) {
                    $sounds = true;
                    if (!\in_array($pitch->midi(), $open, true)) {
                        return false;
                    }
                }
            }
        }

        return $sounds;
    }

    /** The same on the instrument's own open strings; a chord on as many as it has. */
    public static function on(Instrument $instrument, Event $event): Event
    {
        $pitches = [];
        foreach ($event->pitches as $pitch) {
            $own = self::nearest($instrument, $pitch) ?? $pitch;
            $pitches[$own->midi()] = $own;
        }
        ksort($pitches);

        return $event->sounding(array_values($pitches));
    }

    /**
     * The open string with a pitch's own letter; else the one a fifth under it, which sounds well with it; else a fifth over it. The one
     * nearest to the pitch, where there are two; none where no open string does.
     */
    public static function nearest(Instrument $instrument, Pitch $pitch): ?Pitch
    {
        foreach ([0, -self::FIFTH, self::FIFTH] as $interval) {
            $best = null;
            foreach (OpenString::allOf($instrument) as $string) {
                $distance = $string->pitch->midi() - $pitch->midi();
                if (
                    0 === ($distance - $interval) % self::OCTAVE
                    && (null === $best || abs($distance) < abs($best->midi() - $pitch->midi()))
                ) {
                    $best = $string->pitch;
                }
            }
            if (null !== $best) {
                return $best;
            }
        }

        return null;
    }
}
