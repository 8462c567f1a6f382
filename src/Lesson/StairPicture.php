<?php

declare(strict_types=1);

namespace App\Lesson;

/**
 * The stair picture of a whole sequence: width is minutes, height is tempo, the coins lie on the treads (interface, "Pictures").
 *
 * @phpstan-type Tread array{x: float, y: float, width: float, height: float, tempo: int, coins: int, coinY: float, labelled: bool, coinX: list<float>}
 * @phpstan-type Flight array{step: int, number: int, x: float, width: float, treads: list<Tread>, rest: bool, done: bool, overtime: bool}
 */
final readonly class StairPicture
{
    public const WIDTH = 1000;
    public const HEIGHT = 230;
    private const FLOOR = 200;
    private const TOP = 26;
    private const COIN = 5.0;
    private const DONE_SECONDS = 45.0;

    /**
     * @param list<Flight>                       $flights
     * @param float|null                         $lessonEnd where the lesson's time is over
     * @param list<array{x: float, minute: int}> $minutes
     */
    private function __construct(public array $flights, public ?float $lessonEnd, public array $minutes)
    {
    }

    public static function of(SequenceView $view): self
    {
        $total = max(1.0, array_sum(array_map(self::seconds(...), $view->steps)), $view->available);
        $perSecond = self::WIDTH / $total;
        [$lowest, $highest] = self::tempos($view);
        $x = 0.0;
        $flights = [];
        $left = 0.0;
        $end = null;
        foreach ($view->steps as $index => $step) {
            $width = self::seconds($step) * $perSecond;
            $before = $left;
            $left += $step->doneBefore ? 0.0 : $step->time->seconds;
            if (null === $end && $left > $view->available) {
                $end = $x + ($view->available - $before) * $perSecond;
            }
            $flights[] = [
                'step' => (int) $step->step->getId(),
                'number' => $index + 1,
                'x' => $x,
                'width' => $width,
                'treads' => self::treads($step, $x, $width, $lowest, $highest),
                'rest' => !$step->step->getPurpose()->isPlayed(),
                'done' => $step->doneBefore,
                'overtime' => $left > $view->available,
            ];
            $x += $width;
        }
        $minutes = [];
        $every = $total > 3600 ? 10 : 5;
        for ($minute = $every; $minute * 60 < $total; $minute += $every) {
            $minutes[] = ['x' => $minute * 60 * $perSecond, 'minute' => $minute];
        }

        return new self($flights, $end, $minutes);
    }

    /** What has met its goal keeps a narrow place: it takes no time any more. */
    private static function seconds(StepView $step): float
    {
        return $step->doneBefore ? min(self::DONE_SECONDS, $step->time->seconds) : $step->time->seconds;
    }

    /** @return array{int, int} */
    private static function tempos(SequenceView $view): array
    {
        $tempos = [];
        foreach ($view->steps as $step) {
            array_push($tempos, ...($step->step->stair()->treads ?? []));
        }

        return [] === $tempos ? [40, 120] : [min($tempos), max(max($tempos), min($tempos) + 1)];
    }

    /** @return list<Tread> */
    private static function treads(StepView $view, float $x, float $width, int $lowest, int $highest): array
    {
        $stair = $view->step->stair();
        if (null === $stair) {
            return [];
        }
        $tempos = \array_slice($stair->treads, $view->startTread);
        $tries = array_map(static fn ($onTread): float => $onTread->mean, $view->time->tries);
        $sum = array_sum($tries) ?: 1.0;
        $treads = [];
        foreach ($tempos as $index => $tempo) {
            $treadWidth = $width * ($tries[$index] ?? 0) / $sum;
            $height = 34 + (self::FLOOR - self::TOP - 34) * ($tempo - $lowest) / ($highest - $lowest);
            $coins = $view->step->getCoins();
            $pitch = min(2.2 * self::COIN, $treadWidth / ($coins + 1));
            $treads[] = [
                'x' => $x,
                'y' => self::FLOOR - $height,
                'width' => $treadWidth,
                'height' => $height,
                'tempo' => $tempo,
                'coins' => $coins,
                'coinY' => self::FLOOR - $height - self::COIN,
                'labelled' => $treadWidth >= 17,
                'coinX' => $treadWidth >= 12 ? array_map(static fn (int $coin): float => $x + $treadWidth / 2 + ($coin - ($coins - 1) / 2) * $pitch, range(0, $coins - 1)) : [],
            ];
            $x += $treadWidth;
        }

        return $treads;
    }
}
