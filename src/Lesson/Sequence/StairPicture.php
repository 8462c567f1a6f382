<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

/**
 * The stair picture of a lesson: width is minutes, height is tempo, the coins lie on the treads (interface, "Pictures"). The width is that
 * of the lesson's minutes, so that lessons under each other can be compared.
 *
 * @phpstan-type Tread array{
 *     x: float, y: float, width: float, height: float, tempo: int, labelled: bool, coinX: list<float>, coinY: float, many: int,
 * }
 * @phpstan-type Flight array{
 *     number: int, x: float, width: float, label: string, labelX: float, look: string, treads: list<Tread>, body: string, edges: string,
 * }
 */
final readonly class StairPicture
{
    public const WIDTH = 1000.0;
    private const COIN = 4.6;
    private const SMALL = 2.6;
    private const LEAST = 12.0;
    /** Pixels of a letter, of a tempo, and between two names. */
    private const LETTER = 6.4;
    private const TEMPO = 24.0;
    private const GAP = 6.0;

    /**
     * @param list<Flight>                       $flights
     * @param float                              $floor   where the treads stand
     * @param float                              $end     where the lesson's minutes end
     * @param list<array{x: float, minute: int}> $minutes
     */
    private function __construct(
        public float $height,
        public float $floor,
        public float $end,
        public bool $isLarge,
        public array $flights,
        public array $minutes,
    ) {
    }

    /**
     * @param list<PictureStep> $steps
     * @param float             $available seconds of the lesson
     * @param array{int, int}   $tempos    lowest and highest of the whole sequence
     * @param bool              $isLarge   today's, with names and coins; others are small
     */
    public static function of(array $steps, float $available, array $tempos, bool $isLarge): self
    {
        $height = $isLarge ? 176.0 : 60.0;
        $floor = $height - ($isLarge ? 22.0 : 16.0);
        $sum = array_sum(array_map(static fn (PictureStep $step): float => $step->sum(), $steps));
        $perSecond = self::WIDTH / max(1.0, $available, $sum);
        $x = 0.0;
        $flights = [];
        $named = -\INF;
        foreach ($steps as $index => $step) {
            $width = $step->sum() * $perSecond;
            $long = mb_strlen($step->label) * self::LETTER;
            $middle = max($long / 2, min(self::WIDTH - $long / 2, $x + $width / 2));
            $hasRoom = '' !== $step->label && $middle - $long / 2 >= $named + self::GAP && $long <= $width + 2 * self::GAP;
            $named = $hasRoom ? $middle + $long / 2 : $named;
            $treads = self::treads($step, $x + $step->before * $perSecond, $perSecond, $floor, $tempos, $isLarge);
            $flights[] = [
                'number' => $index + 1,
                'x' => $x,
                'width' => $width,
                'label' => $hasRoom ? $step->label : '',
                'labelX' => $middle,
                'look' => $step->look,
                'treads' => $treads,
                'body' => self::path($treads, 'M%1$.1F %2$.1Fh%3$.1FV%4$.1Fh-%3$.1Fz', $floor),
                'edges' => self::path($treads, 'M%1$.1F %2$.1Fh%3$.1F', $floor),
            ];
            $x += $width;
        }
        $minutes = [];
        for ($minute = 5; $minute * 60 * $perSecond < self::WIDTH - 20; $minute += 5) {
            $minutes[] = ['x' => $minute * 60 * $perSecond, 'minute' => $minute];
        }

        return new self($height, $floor, min(self::WIDTH, $available * $perSecond), $isLarge, $flights, $minutes);
    }

    /**
     * @param array{int, int} $tempos
     *
     * @return list<Tread>
     */
    private static function treads(PictureStep $step, float $x, float $perSecond, float $floor, array $tempos, bool $isLarge): array
    {
        [$lowest, $highest] = $tempos;
        $coin = $isLarge ? self::COIN : self::SMALL;
        $top = $floor - ($isLarge ? 18.0 : 8.0);
        $treads = [];
        foreach ($step->treads as $index => $tempo) {
            $width = ($step->seconds[$index] ?? 0.0) * $perSecond;
            $height = self::LEAST + (($top - self::LEAST) * ($tempo - $lowest)) / max(1, $highest - $lowest);
            $coins = $step->coins[$index] ?? 0;
            $fit = (int) floor(($width - 2) / (2 * $coin + 1));
            $shown = $isLarge ? min($coins, $fit) : 0;
            // Coins that do not fit beside each other are told by their number.
            $many = $isLarge && $shown < $coins && $fit > 0 ? $coins : 0;
            $shown = $many > 0 ? 1 : $shown;
            $treads[] = [
                'x' => $x,
                'y' => $floor - $height,
                'width' => $width,
                'height' => $height,
                'tempo' => $tempo,
                'labelled' => $isLarge && $width >= self::TEMPO && $height >= 16,
                'coinX' => 0 === $shown ? [] : array_map(
                    static fn (int $number): float => $x + $width / 2 + ($number - ($shown - 1) / 2) * (2 * $coin + 1),
                    range(0, $shown - 1),
                ),
                'coinY' => $floor - $height - $coin,
                'many' => $many,
            ];
            $x += $width;
        }

        return $treads;
    }

    /**
     * One path for the treads of a flight.
     *
     * @param list<Tread> $treads
     * @param string      $each   of a tread: its left, its top, its width, the floor
     */
    private static function path(array $treads, string $each, float $floor): string
    {
        return implode('', array_map(
            static fn (array $tread): string => \sprintf($each, $tread['x'], $tread['y'], $tread['width'], $floor),
            $treads,
        ));
    }
}
