<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Instrument;

/** The hands of each instrument, and which of them a level allows: tables of handbook 3. */
final class HandFrames
{
    /** Placements of first position on violin and viola: semitones above the open string. */
    private const UPPER = [
        1 => [[1, Placement::Low], [2, Placement::Natural], [3, Placement::High]],
        2 => [[3, Placement::Low], [4, Placement::Natural]],
        3 => [[4, Placement::Low], [5, Placement::Natural], [6, Placement::High]],
        4 => [[6, Placement::Low], [7, Placement::Natural], [8, Placement::Stretched]],
    ];
    /** Years of playing. */
    public const LEVELS = 4;
    /** First year of what no year has by itself, only a teacher's choice. */
    private const BY_CHOICE = 5;
    /** Positions of violin and viola: semitones and letters above first position, cost of a note once the level allows it, first level. */
    private const UPPER_POSITIONS = ['I' => [0, 1, 0.0, 1], 'III' => [3, 3, 0.5, 3], 'II' => [2, 2, 1.0, 4], 'half' => [-1, 0, 0.75, 4]];
    /** Cost of a note in a position of violin or viola before its level. */
    private const BEFORE_ITS_LEVEL = 2.0;
    /** Positions of the cello and the bass: where the first finger sits, cost of a note, first level. */
    private const CELLO_POSITIONS = [
        'I' => [2, 0.0, 1],
        'half' => [1, 1.0, 1],
        'II' => [3, 1.5, 3],
        'raised II' => [4, 2.0, self::BY_CHOICE],
        'III' => [5, 2.0, 3],
        'raised III' => [6, 2.0, self::BY_CHOICE],
        'IV' => [7, 2.0, 4],
    ];
    private const BASS_POSITIONS = [
        'half' => [1, 0.15, 1],
        'I' => [2, 0.0, 1],
        'III' => [5, 0.25, 1],
        'II' => [3, 1.25, 2],
        'II½' => [4, 1.25, 2],
        'III½' => [6, 1.25, self::BY_CHOICE],
        'IV' => [7, 1.25, 3],
    ];

    /**
     * @param list<string> $positions that are allowed; the first always is
     * @param int          $level     year of playing, 1 to 4
     *
     * @return list<HandFrame>
     */
    public static function allOf(
        Instrument $instrument,
        array $positions,
        BassHand $bassHand = BassHand::OneTwoFour,
        int $level = self::LEVELS,
    ): array {
        $positions[] = 'I';

        return match ($instrument) {
            Instrument::Cello => self::cello($positions),
            Instrument::Bass => self::bass($positions, $bassHand),
            default => self::upper($positions, $level),
        };
    }

    /**
     * Names of the positions that a year of playing has; all there are if none is given.
     *
     * @return list<string>
     */
    public static function positions(Instrument $instrument, int $level = self::BY_CHOICE): array
    {
        $table = match ($instrument) {
            Instrument::Cello => self::CELLO_POSITIONS,
            Instrument::Bass => self::BASS_POSITIONS,
            default => self::UPPER_POSITIONS,
        };

        return array_keys(array_filter($table, static fn (array $row): bool => $row[\count($row) - 1] <= $level));
    }

    /**
     * @param list<string> $positions
     *
     * @return list<HandFrame>
     */
    private static function upper(array $positions, int $level): array
    {
        $hands = [];
        foreach (self::UPPER_POSITIONS as $position => [$semitones, $letters, $cost, $from]) {
            if (\in_array($position, $positions, true)) {
                $fingers = [];
                foreach (self::UPPER as $finger => $places) {
                    foreach ($places as [$above, $placement]) {
                        if ($above + $semitones > 0) {
                            $fingers[$finger][] = [$above + $semitones, $placement];
                        }
                    }
                }
                $noteCost = $level >= $from ? $cost : self::BEFORE_ITS_LEVEL;
                $hands[] = new HandFrame($position, 'closed', 2 + $semitones, $fingers, $letters, $noteCost);
            }
        }

        return $hands;
    }

    /**
     * @param list<string> $positions
     *
     * @return list<HandFrame>
     */
    private static function cello(array $positions): array
    {
        $hands = [];
        foreach (self::CELLO_POSITIONS as $position => [$base, $cost]) {
            if (!\in_array($position, $positions, true)) {
                continue;
            }
            $hands[] = new HandFrame($position, 'closed', $base, self::row([1 => 0, 2 => 1, 3 => 2, 4 => 3], $base, []), null, $cost);
            if ('half' !== $position) {
                $hands[] = new HandFrame(
                    $position,
                    'forward',
                    $base,
                    self::row([1 => 0, 2 => 2, 3 => 3, 4 => 4], $base, [
                        2 => Placement::Stretched,
                        3 => Placement::Stretched,
                        4 => Placement::Stretched,
                    ]),
                    null,
                    $cost,
                );
            }
            if ('I' === $position) {
                $hands[] = new HandFrame(
                    $position,
                    'back',
                    $base,
                    self::row([1 => -1, 2 => 1, 3 => 2, 4 => 3], $base, [1 => Placement::Low]),
                    null,
                    $cost,
                );
            }
        }

        return $hands;
    }

    /**
     * @param list<string> $positions
     *
     * @return list<HandFrame>
     */
    private static function bass(array $positions, BassHand $hand): array
    {
        $hands = [];
        foreach (self::BASS_POSITIONS as $position => [$base, $cost]) {
            if (\in_array($position, $positions, true)) {
                $hands[] = new HandFrame($position, 'closed', $base, self::row($hand->fingers(), $base, []), null, $cost);
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
