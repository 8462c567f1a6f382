<?php

declare(strict_types=1);

namespace App\Shared\Web;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\LeftHand\FingerPlace;
use CoinStair\Core\LeftHand\HandPicture;
use CoinStair\Core\LeftHand\StringPicture;
use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Pitch;

/**
 * Where everything lies in the picture of a hand: strings as rows, the nut at the left, half steps to the right; and the staff with the
 * region of each string.
 */
final readonly class HandDrawing
{
    private const LEFT = 52;
    private const TOP = 22;
    private const ROW = 38;
    private const STEP = 36;
    private const ROOM_RIGHT = 92;
    private const STAFF_STEP = 6;
    private const STAFF_COLUMN = 64;

    /**
     * @param list<array{
     *     letter: string, y: int, pattern: string,
     *     spots: list<array{x: int, finger: int, letter: string, used: bool, new: bool, check: string, spot: FingerPlace}>,
     *     touch: list<array{x: int, width: int}>,
     * }> $strings
     * @param list<array{x: int, label: int}> $marks
     *                                               of the fingerboard
     * @param array{
     *     width: int, height: int, lines: list<int>, clef: string,
     *     regions: list<array{letter: string, x: int, top: int, bottom: int, lowest: string, highest: string, ledgers: list<int>}>,
     * }                       $staff
     */
    private function __construct(
        public int $width,
        public int $height,
        public int $nut,
        public array $strings,
        public array $marks,
        public array $staff,
    ) {
    }

    public static function of(BothHands $hands, HandPicture $picture): self
    {
        $place = $hands->policies->place;
        $strings = [];
        foreach ($picture->strings as $row => $string) {
            $strings[] = [
                'letter' => $string->letter,
                'y' => self::TOP + self::ROW * $row,
                'pattern' => $string->pattern,
                'spots' => array_map(
                    static fn (FingerPlace $spot): array => [
                        'x' => self::x($spot->semitones),
                        'finger' => $spot->finger,
                        'letter' => $spot->letter,
                        'used' => $spot->times > 0,
                        'new' => $spot->new,
                        'check' => $place->hasEar() && $spot->times > 0 ? $spot->against : '',
                        'spot' => $spot,
                    ],
                    $string->spots,
                ),
                'touch' => array_map(
                    static fn (array $pair): array => ['x' => self::x($pair[0]), 'width' => self::x($pair[1]) - self::x($pair[0])],
                    $string->touch,
                ),
            ];
        }
        $marks = $place->hasMarks()
            ? array_values(array_filter($hands->policies->marks, static fn (int $mark): bool => $mark <= $picture->semitones))
            : [];

        return new self(
            self::x($picture->semitones) + self::ROOM_RIGHT,
            self::TOP + self::ROW * \count($strings),
            self::LEFT,
            $strings,
            array_map(static fn (int $mark): array => ['x' => self::x($mark), 'label' => $mark], $marks),
            self::staff($hands->instrument(), $picture->strings),
        );
    }

    private static function x(int $semitones): int
    {
        return self::LEFT + self::STEP * $semitones - (0 === $semitones ? 18 : 0);
    }

    /**
     * @param list<StringPicture> $strings
     *
     * @return array{
     *     width: int, height: int, lines: list<int>, clef: string,
     *     regions: list<array{letter: string, x: int, top: int, bottom: int, lowest: string, highest: string, ledgers: list<int>}>,
     * }
     */
    private static function staff(Instrument $instrument, array $strings): array
    {
        $written = 7 * -$instrument->octavesAboveWritten();
        $clef = $instrument->clef();
        $bottom = match ($clef) {
            Clef::Treble => Pitch::parse('E4')->diatonic(),
            Clef::Alto => Pitch::parse('F3')->diatonic(),
            Clef::Tenor => Pitch::parse('D3')->diatonic(),
            Clef::Bass => Pitch::parse('G2')->diatonic(),
        };
        $highest = max(
            8,
            ...array_map(
                static fn (StringPicture $string): int => Pitch::parse($string->highest)->diatonic() + $written - $bottom,
                $strings,
            ),
        );
        $y = static fn (int $step): int => 12 + self::STAFF_STEP * ($highest - $step);
        $regions = [];
        foreach (array_reverse($strings) as $column => $string) {
            $low = Pitch::parse($string->lowest)->diatonic() + $written - $bottom;
            $high = Pitch::parse($string->highest)->diatonic() + $written - $bottom;
            $ledgers = [];
            for ($step = -2; $step >= $low; $step -= 2) {
                $ledgers[] = $y($step);
            }
            for ($step = 10; $step <= $high; $step += 2) {
                $ledgers[] = $y($step);
            }
            $regions[] = [
                'letter' => $string->letter,
                'x' => 70 + self::STAFF_COLUMN * $column,
                'top' => $y($high) - self::STAFF_STEP,
                'bottom' => $y($low) + self::STAFF_STEP,
                'lowest' => Pitch::parse($string->lowest)->letterName(),
                'highest' => Pitch::parse($string->highest)->letterName(),
                'ledgers' => $ledgers,
            ];
        }
        $above = static fn (StringPicture $string): int => Pitch::parse($string->lowest)->diatonic() + $written - $bottom;
        $lowest = min(0, ...array_map($above, $strings));

        return [
            'width' => 70 + self::STAFF_COLUMN * \count($strings),
            'height' => $y($lowest) + 26,
            'lines' => array_map($y, [0, 2, 4, 6, 8]),
            'clef' => $clef->value,
            'regions' => $regions,
        ];
    }
}
