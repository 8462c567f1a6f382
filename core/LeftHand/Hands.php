<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Instrument;

/** The hands of each instrument, and which of them a level allows: tables of handbook 3. */
final class Hands
{
    /** Placements of first position on violin and viola: semitones above the open string. */
    private const UPPER = [
        1 => [[1, Placement::Low], [2, Placement::Natural]],
        2 => [[3, Placement::Low], [4, Placement::Natural]],
        3 => [[4, Placement::Low], [5, Placement::Natural], [6, Placement::High]],
        4 => [[6, Placement::Low], [7, Placement::Natural], [8, Placement::Stretched]],
    ];
    /** Positions of violin and viola: semitones and letters above first position, cost of a note, first level. */
    private const UPPER_POSITIONS = ['I' => [0, 1, 0.0, 1], 'III' => [3, 3, 2.0, 3], 'II' => [2, 2, 2.0, 4], 'half' => [-1, 0, 2.0, 4]];
    /** Positions of the cello: where the first finger sits, cost of a note, first level. */
    private const CELLO_POSITIONS = ['I' => [2, 0.0, 1], 'half' => [1, 1.0, 1], 'II' => [3, 1.5, 3], 'III' => [5, 2.0, 3], 'IV' => [7, 2.0, 4]];
    private const BASS_POSITIONS = ['half' => [1, 0.15, 1], 'I' => [2, 0.0, 1], 'III' => [5, 0.25, 1], 'II' => [3, 1.25, 2], 'II½' => [4, 1.25, 2], 'IV' => [7, 1.25, 3]];

    /**
     * @param int $level year of playing, from 1
     *
     * @return list<Hand>
     */
    public static function of(Instrument $instrument, int $level): array
    {
        return match ($instrument) {
            Instrument::Cello => self::cello($level),
            Instrument::Bass => self::bass($level),
            default => self::upper($level),
        };
    }

    /** @return list<Hand> */
    private static function upper(int $level): array
    {
        $hands = [];
        foreach (self::UPPER_POSITIONS as $position => [$semitones, $letters, $cost, $from]) {
            if ($from <= $level) {
                $fingers = [];
                foreach (self::UPPER as $finger => $places) {
                    foreach ($places as [$above, $placement]) {
                        if ($above + $semitones > 0) {
                            $fingers[$finger][] = [$above + $semitones, $placement];
                        }
                    }
                }
                $hands[] = new Hand($position, 'closed', 2 + $semitones, $fingers, $letters, $cost);
            }
        }

        return $hands;
    }

    /** @return list<Hand> */
    private static function cello(int $level): array
    {
        $hands = [];
        foreach (self::CELLO_POSITIONS as $position => [$base, $cost, $from]) {
            if ($from > $level) {
                continue;
            }
            $hands[] = new Hand($position, 'closed', $base, self::row([1 => 0, 2 => 1, 3 => 2, 4 => 3], $base, []), null, $cost);
            if ('half' !== $position) {
                $hands[] = new Hand($position, 'forward', $base, self::row([1 => 0, 2 => 2, 3 => 3, 4 => 4], $base, [2 => Placement::Stretched, 3 => Placement::Stretched, 4 => Placement::Stretched]), null, $cost);
            }
            if ('I' === $position) {
                $hands[] = new Hand($position, 'back', $base, self::row([1 => -1, 2 => 1, 3 => 2, 4 => 3], $base, [1 => Placement::Low]), null, $cost);
            }
        }

        return $hands;
    }

    /** @return list<Hand> */
    private static function bass(int $level): array
    {
        $hands = [];
        foreach (self::BASS_POSITIONS as $position => [$base, $cost, $from]) {
            if ($from <= $level) {
                $hands[] = new Hand($position, 'closed', $base, self::row([1 => 0, 2 => 1, 4 => 2], $base, []), null, $cost);
            }
        }

        return $hands;
    }

    /**
     * @param array<int, int>       $above      semitones above the base, by finger
     * @param array<int, Placement> $placements
     *
     * @return array<int, list<array{int, Placement}>>
     */
    private static function row(array $above, int $base, array $placements): array
    {
        $fingers = [];
        foreach ($above as $finger => $semitones) {
            $fingers[$finger] = [[$base + $semitones, $placements[$finger] ?? Placement::Natural]];
        }

        return $fingers;
    }
}
