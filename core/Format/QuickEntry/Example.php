<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\Ticks;

/** A line as it could be typed, for who types the first one: a scale and a long note, in the meter and by the letters or fingers asked. */
final class Example
{
    private const LETTERS = ['D', 'E', 'F', 'G', 'A', 'B', 'A', 'G', 'F', 'E', 'F', 'E'];
    private const FINGERS = ['D0', '1', '2', '3', 'A0', '1', '0', 'D3', '2', '1', '2', '1'];

    /** The line; empty where a measure does not hold a few plain notes. */
    public static function line(Entry $entry): string
    {
        [$count, $unit] = array_map(intval(...), [...explode('/', $entry->meter, 2), '0']);
        [$top, $bottom] = array_map(intval(...), [...explode('/', $entry->unit, 2), '0']);
        $fits = $count > 0 && $unit > 0 && $top > 0 && $bottom > 0 && 0 === Ticks::PER_WHOLE % ($unit * $bottom);
        $measure = $fits ? Meter::of($count, $unit)->ticks() : 0;
        $plain = $fits ? intdiv($top * Ticks::PER_WHOLE, $bottom) : 1;
        $notes = intdiv($measure, $plain);
        if ($notes < 2 || 0 !== $measure % $plain) {
            return '';
        }
        $letters = EntryMode::Letters === $entry->mode;
        $scale = $letters ? self::LETTERS : self::FINGERS;
        $run = array_map(static fn (int $at): string => $scale[$at % \count($scale)], range(0, $notes - 1));

        return implode(' ', $run).' | '.($letters ? 'D' : 'D0:').$notes.' |';
    }
}
