<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Ticks;

/**
 * A line as it could be typed, for who types the first one: up and down from the open D string in the key, and a long note; in the meter
 * and by the letters or fingers that are asked for.
 */
final class Example
{
    /** Steps of the scale from D. */
    private const STEPS = [0, 1, 2, 3, 4, 5, 4, 3, 2, 1, 2, 1];
    private const FEWEST = 2;
    private const MOST = 12;

    /** The line; empty where a measure does not hold a few plain notes, or the instrument has no D string. */
    public static function line(Entry $entry): string
    {
        $notes = self::notes($entry);
        $string = OpenString::named($entry->instrument, 'D');
        if ($notes < self::FEWEST || $notes > self::MOST || null === $string) {
            return '';
        }
        $key = Reader::key($entry->key) ?? Key::of(0);
        $tokens = [];
        $holding = null;
        foreach ([...\array_slice(self::STEPS, 0, $notes), 0] as $step) {
            $steps = $string->pitch->diatonic() + $step;
            $pitch = Pitch::fromDiatonic($steps, $key->alteration(Pitch::fromDiatonic($steps, 0)->letter));
            if (EntryMode::Letters === $entry->mode) {
                $tokens[] = ltrim(FingerLine::abcPitch($pitch), '^_=');
                continue;
            }
            $token = FingerToken::of($entry->instrument, $pitch, $key);
            if (null === $token) {
                return '';
            }
            $tokens[] = $token->text($holding);
            $holding = $token->string;
        }
        $long = array_pop($tokens).(EntryMode::Letters === $entry->mode ? '' : ':').$notes;

        return implode(' ', $tokens).' | '.$long.' |';
    }

    /** Plain notes of a measure; 0 where they do not fill it. */
    private static function notes(Entry $entry): int
    {
        $fraction = '~^(\d{1,2})/(\d{1,2})$~';
        if (1 !== preg_match($fraction, $entry->meter, $meter) || 1 !== preg_match($fraction, $entry->unit, $unit)) {
            return 0;
        }
        try {
            $measure = Meter::of((int) $meter[1], (int) $meter[2])->ticks();
        } catch (\InvalidArgumentException) {
            return 0;
        }
        $plain = (int) $unit[2] > 0 ? intdiv((int) $unit[1] * Ticks::PER_WHOLE, (int) $unit[2]) : 0;

        return $plain > 0 && 0 === $measure % $plain ? intdiv($measure, $plain) : 0;
    }
}
