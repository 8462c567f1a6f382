<?php

declare(strict_types=1);

namespace App\Lesson;

use CoinStair\Core\Sequence\TimedStep;
use CoinStair\Core\Stair\Tries;

/**
 * The stair picture of a whole sequence: width is minutes, height is tempo, the coins lie on the treads (interface, "Pictures").
 *
 * @phpstan-type Tread array{
 *     x: float, y: float, width: float, height: float, tempo: int, coins: int, coinY: float, labelled: bool, coinX: list<float>,
 * }
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

    /** @param list<SequenceRow> $rows */
    public static function of(array $rows, float $available): self
    {
        $total = max(1.0, array_sum(array_map(self::seconds(...), $rows)), $available);
        $perSecond = self::WIDTH / $total;
        [$lowest, $highest] = self::tempos($rows);
        $x = 0.0;
        $flights = [];
        $left = 0.0;
        $end = null;
        foreach ($rows as $index => $row) {
            $width = self::seconds($row) * $perSecond;
            $before = $left;
            $left += $row->timed->done ? 0.0 : $row->timed->time->seconds;
            if (null === $end && $left > $available) {
                $end = $x + ($available - $before) * $perSecond;
            }
            $flights[] = [
                'step' => (int) $row->step->getId(),
                'number' => $index + 1,
                'x' => $x,
                'width' => $width,
                'treads' => self::treads($row->timed, $x, $width, $lowest, $highest),
                'rest' => !$row->timed->step->purpose->isPlayed(),
                'done' => $row->timed->done,
                'overtime' => $left > $available,
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
    private static function seconds(SequenceRow $row): float
    {
        return $row->timed->done ? min(self::DONE_SECONDS, $row->timed->time->seconds) : $row->timed->time->seconds;
    }

    /**
     * @param list<SequenceRow> $rows
     *
     * @return array{int, int}
     */
    private static function tempos(array $rows): array
    {
        $tempos = [];
        foreach ($rows as $row) {
            array_push($tempos, ...$row->timed->step->stair->treads ?? []);
        }

        return [] === $tempos ? [40, 120] : [min($tempos), max(max($tempos), min($tempos) + 1)];
    }

    /** @return list<Tread> */
    private static function treads(TimedStep $timed, float $x, float $width, int $lowest, int $highest): array
    {
        $stair = $timed->step->stair;
        if (null === $stair) {
            return [];
        }
        $tempos = \array_slice($stair->treads, $timed->startTread);
        $tries = array_map(static fn (Tries $onTread): float => $onTread->mean, $timed->time->tries);
        $sum = array_sum($tries) ?: 1.0;
        $treads = [];
        foreach ($tempos as $index => $tempo) {
            $treadWidth = ($width * ($tries[$index] ?? 0)) / $sum;
            $height = 34 + ((self::FLOOR - self::TOP - 34) * ($tempo - $lowest)) / ($highest - $lowest);
            $coins = $timed->step->rule->count;
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
                'coinX' => $treadWidth >= 12
                        ? array_map(
                            static fn (int $coin): float => $x + $treadWidth / 2 + ($coin - ($coins - 1) / 2) * $pitch,
                            range(0, $coins - 1),
                        )
                        : [],
            ];
            $x += $treadWidth;
        }

        return $treads;
    }
}
