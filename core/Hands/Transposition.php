<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Refusal;

/** Moves notes by octaves, and whole tunes to another string (handbook 2). */
final class Transposition
{
    /**
     * Measures of one part in another octave.
     *
     * @param int $from    first measure position
     * @param int $to      measure position after the last
     * @param int $octaves up, or down if negative
     *
     * @throws Refusal if there is no such part, or a note would leave what can be written
     */
    public static function octaves(Piece $piece, string $partId, int $from, int $to, int $octaves): Piece
    {
        $part = $piece->part($partId) ?? throw Refusal::because('There is no such part.');
        $measures = $part->measures;
        for ($position = max(0, $from); $position < min($to, \count($measures)); ++$position) {
            $measures[$position] = array_map(
                static fn (Event $event): Event => self::moved($event, static fn (Pitch $pitch): Pitch => $pitch->octavesUp($octaves)),
                $measures[$position],
            );
        }

        return $piece->withParts(
            array_map(
                static fn (Part $other): Part => $other === $part ? $part->withMeasures(array_values($measures)) : $other,
                $piece->parts,
            ),
        );
    }

    /**
     * The tune so many strings higher (lower if negative), with the same fingers: a fifth a string. The bass, tuned in fourths, goes the
     * other way round by a fourth, so that all stay in one key. Parts for which a note would lie below the lowest string go up an octave.
     *
     * @throws Refusal if the key would have more than seven signs
     */
    public static function strings(Piece $piece, int $strings): Piece
    {
        foreach ($piece->measures as $measure) {
            if (abs($measure->key->fifths + $strings) > Key::MOST_SIGNS) {
                throw Refusal::because(
                    'A key signature has at most seven sharps or flats, not {signs}.',
                    ['signs' => (string) abs($measure->key->fifths + $strings)],
                );
            }
        }
        $measures = array_map(
            static fn (Measure $measure): Measure => $measure->inKey(Key::of($measure->key->fifths + $strings, $measure->key->mode)),
            $piece->measures,
        );
        $parts = array_map(static fn (Part $part): Part => self::partOnStrings($part, $strings), $piece->parts);

        return $piece->withMeasures($measures)->withParts($parts);
    }

    private static function partOnStrings(Part $part, int $strings): Part
    {
        $bass = Instrument::Bass === $part->instrument;
        $steps = $bass ? -3 * $strings : 4 * $strings;
        $semitones = $bass ? -5 * $strings : 7 * $strings;
        $moved = self::part($part, $steps, $semitones);
        $lowest = OpenString::lowest($part->instrument);
        while (null !== ($low = self::lowestOf($moved)) && $low < $lowest) {
            $moved = self::part($moved, 7, 12);
        }

        return $moved;
    }

    private static function lowestOf(Part $part): ?int
    {
        $lowest = null;
        foreach ($part->measures as $events) {
            foreach ($events as $event) {
                foreach ($event->pitches as $pitch) {
                    $lowest = min($lowest ?? 999, $pitch->midi());
                }
            }
        }

        return $lowest;
    }

    private static function part(Part $part, int $steps, int $semitones): Part
    {
        $move = static function (Pitch $pitch) use ($steps, $semitones): Pitch {
            $natural = Pitch::fromDiatonic($pitch->diatonic() + $steps, 0);

            return Pitch::of($natural->letter, $pitch->midi() + $semitones - $natural->midi(), $natural->octave);
        };

        return $part->withMeasures(
            array_map(
                static fn (array $events): array => array_map(static fn (Event $event): Event => self::moved($event, $move), $events),
                $part->measures,
            ),
        );
    }

    /** @param \Closure(Pitch): Pitch $move */
    private static function moved(Event $event, \Closure $move): Event
    {
        return $event->isRest() ? $event : $event->sounding(array_map($move, $event->pitches));
    }
}
