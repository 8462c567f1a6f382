<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Midi;

use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Sound\Performance;
use CoinStair\Core\Sound\SoundingNote;

/**
 * Writes a Standard MIDI File of format 1: tempo and meters, a click track, and one track a part, on the grid of ticks (handbook 2).
 */
final class Writer
{
    private const VELOCITY = 80;
    private const CLICK_CHANNEL = 9;
    private const ACCENT = 76;
    private const PLAIN = 77;
    private const CLICK_TICKS = 1260;

    public static function write(Performance $performance): string
    {
        $tracks = [self::conductor($performance)];
        if ([] !== $performance->clicks) {
            $tracks[] = self::clicks($performance);
        }
        foreach ($performance->parts as $index => $part) {
            $channel = $index % 15;
            $tracks[] = self::track(
                $part['name'],
                self::noteEvents($part['notes'], $channel >= self::CLICK_CHANNEL ? $channel + 1 : $channel),
                $performance->length,
            );
        }

        return 'MThd'.pack('Nnnn', 6, 1, \count($tracks), Ticks::PER_QUARTER).implode('', $tracks);
    }

    private static function conductor(Performance $performance): string
    {
        $events = [[0, "\xFF\x51\x03".substr(pack('N', (int) round(60_000_000 / $performance->quarterTempo)), 1)]];
        foreach ($performance->meters as ['at' => $at, 'meter' => $meter]) {
            $events[] = [
                $at,
                "\xFF\x58\x04".
                pack('CCCC', $meter->count, (int) log($meter->unit, 2), (int) ((24 * $meter->beatTicks()) / Ticks::PER_QUARTER), 8),
            ];
        }
        foreach ($performance->keys as ['at' => $at, 'key' => $key]) {
            $events[] = [$at, "\xFF\x59\x02".pack('cC', $key->fifths, 'minor' === $key->mode ? 1 : 0)];
        }

        return self::track($performance->title, $events, $performance->length);
    }

    private static function clicks(Performance $performance): string
    {
        $notes = array_map(
            static fn (array $click): SoundingNote => new SoundingNote(
                $click['at'],
                self::CLICK_TICKS,
                $click['accent'] ? self::ACCENT : self::PLAIN,
            ),
            $performance->clicks,
        );

        return self::track('Click', self::noteEvents($notes, self::CLICK_CHANNEL), $performance->length);
    }

    /**
     * @param list<SoundingNote> $notes
     *
     * @return list<array{int, string}> tick and message
     */
    private static function noteEvents(array $notes, int $channel): array
    {
        $events = [];
        foreach ($notes as $note) {
            $events[] = [$note->start, pack('CCC', 0x90 | $channel, $note->midi, self::VELOCITY)];
            $events[] = [$note->end(), pack('CCC', 0x80 | $channel, $note->midi, 0)];
        }

        return $events;
    }

    /** @param list<array{int, string}> $events */
    private static function track(string $name, array $events, int $length): string
    {
        // At one tick, notes end before others begin.
        usort($events, static fn (array $a, array $b): int => [$a[0], self::begins($a[1])] <=> [$b[0], self::begins($b[1])]);
        $name = mb_strcut($name, 0, 120);
        $data = "\0\xFF\x03".self::variable(\strlen($name)).$name;
        $time = 0;
        foreach ($events as [$at, $message]) {
            $data .= self::variable($at - $time).$message;
            $time = $at;
        }
        $data .= self::variable(max(0, $length - $time))."\xFF\x2F\0";

        return 'MTrk'.pack('N', \strlen($data)).$data;
    }

    private static function begins(string $message): bool
    {
        return 0x90 === (\ord($message[0]) & 0xF0);
    }

    /** A number in groups of seven bits. */
    private static function variable(int $number): string
    {
        $bytes = \chr($number & 0x7F);
        while (($number >>= 7) > 0) {
            $bytes = \chr(0x80 | ($number & 0x7F)).$bytes;
        }

        return $bytes;
    }
}
