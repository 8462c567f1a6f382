<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Refusal;

/**
 * The notes of first position, finger by finger (handbook 3): on violin and viola the finger follows the letter; the cello's hand is
 * closed or stretched; the bass has 1, 2 and 4, a semitone apart, and half position below it.
 */
final class FirstPosition
{
    /** @var array<string, array<int, array<string, int>>> semitones above the open string by finger and placement, by instrument */
    private static array $tables = [];
    /** Letters above the open string, by semitones, where the finger does not tell. */
    private const STEPS = [0 => 0, 1 => 1, 2 => 1, 3 => 2, 4 => 2, 5 => 3, 6 => 3];

    /**
     * The pitch of a finger; the placement comes from the key where none is said.
     *
     * @throws Refusal if the instrument has no such finger or placement
     */
    public static function pitch(Instrument $instrument, OpenString $string, int $finger, ?Placement $placement, Key $key): Pitch
    {
        if (0 === $finger) {
            return $string->pitch;
        }
        $places =
            self::table($instrument)[$finger] ??
            throw Refusal::because(
                'The {instrument} has no finger {finger} here.',
                ['instrument' => Notice::word($instrument->value), 'finger' => (string) $finger],
            );
        if (null !== $placement) {
            $semitones =
                $places[$placement->value] ??
                throw Refusal::because(
                    'Finger {finger} has no {placement} place on the {instrument}.',
                    [
                        'finger' => (string) $finger,
                        'placement' => Notice::word($placement->value),
                        'instrument' => Notice::word($instrument->value),
                    ],
                );
        } else {
            $semitones = self::byKey($string, self::steps($instrument, $finger, $places['natural']), $places, $key);
        }

        return self::spelled($string, self::steps($instrument, $finger, $semitones), $semitones);
    }

    /**
     * String, finger and placement of a pitch, on the highest string that has it open or under a finger.
     *
     * @return array{OpenString, int, Placement}|null none if it is out of reach
     */
    public static function find(Instrument $instrument, Pitch $pitch): ?array
    {
        foreach (OpenString::allOf($instrument) as $string) {
            $semitones = $pitch->midi() - $string->pitch->midi();
            if (0 === $semitones) {
                return [$string, 0, Placement::Natural];
            }
            $found = null;
            $least = \PHP_INT_MAX;
            foreach (self::table($instrument) as $finger => $places) {
                foreach ($places as $place => $above) {
                    // The finger of the letter before that of another spelling; the closed hand before a stretch.
                    $isOfLetter = $pitch->diatonic() - $string->pitch->diatonic() === self::steps($instrument, $finger, $above);
                    $cost = ($isOfLetter ? 0 : 2) + ('natural' === $place ? 0 : 1);
                    if ($above === $semitones && $cost < $least) {
                        $found = [$string, $finger, Placement::from($place)];
                        $least = $cost;
                    }
                }
            }
            if (null !== $found) {
                return $found;
            }
        }

        return null;
    }

    /**
     * The fingers of the first position with their placements, from the hands that have them: on the cello with both stretches, on the
     * bass with half position as its low placements.
     *
     * @return array<int, array<string, int>>
     */
    private static function table(Instrument $instrument): array
    {
        if (isset(self::$tables[$instrument->value])) {
            return self::$tables[$instrument->value];
        }
        $table = [];
        foreach (HandFrames::allOf($instrument, Instrument::Bass === $instrument ? ['half'] : []) as $hand) {
            foreach ($hand->fingers as $finger => $places) {
                foreach ($places as [$semitones, $placement]) {
                    $table[$finger][('half' === $hand->position ? Placement::Low : $placement)->value] = $semitones;
                }
            }
        }
        ksort($table);

        return self::$tables[$instrument->value] = $table;
    }

    private static function steps(Instrument $instrument, int $finger, int $semitones): int
    {
        return Instrument::Cello === $instrument || Instrument::Bass === $instrument ? self::STEPS[$semitones] : $finger;
    }

    /** @param array<string, int> $places */
    private static function byKey(OpenString $string, int $steps, array $places, Key $key): int
    {
        $natural = Pitch::fromDiatonic($string->pitch->diatonic() + $steps, 0);
        $semitones = $natural->midi() + $key->alteration($natural->letter) - $string->pitch->midi();

        return \in_array($semitones, $places, true) ? $semitones : $places['natural'];
    }

    private static function spelled(OpenString $string, int $steps, int $semitones): Pitch
    {
        $natural = Pitch::fromDiatonic($string->pitch->diatonic() + $steps, 0);

        return Pitch::of($natural->letter, $string->pitch->midi() + $semitones - $natural->midi(), $natural->octave);
    }
}
