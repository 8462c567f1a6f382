<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests;

use CoinStair\Core\Format\Abc\Reader;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Ticks;

/** Small pieces for tests. */
final class Tunes
{
    /** A piece from an ABC body. */
    public static function abc(string $body, string $meter = '4/4', string $key = 'C', string $unit = '1/4'): Piece
    {
        return Reader::read("X:1\nT:Test\nM:$meter\nL:$unit\nK:$key\n$body\n")->piece;
    }

    /** So many measures of quarter notes, with this road map written over the notes. */
    public static function measures(int $count): Piece
    {
        return self::abc(implode('|', array_fill(0, $count, 'CDEF')).'|]');
    }

    /** The notes of the first part as text: "G4:1 z:1/2 | A4+C5:2". */
    public static function text(Piece $piece): string
    {
        return implode(
            ' | ',
            array_map(
                static fn (array $events): string => implode(' ', array_map(self::eventText(...), $events)),
                $piece->parts[0]->measures,
            ),
        );
    }

    private static function eventText(Event $event): string
    {
        $pitches = $event->isRest() ? 'z' : implode('+', array_map(static fn (Pitch $pitch): string => $pitch->name(), $event->pitches));

        return str_repeat('(', $event->slurStarts).
            $pitches.
            ':'.
            Ticks::quarters($event->length).
            ($event->tiedTo ? '-' : '').
            str_repeat(')', $event->slurStops);
    }
}
