<?php

declare(strict_types=1);

namespace CoinStair\Bench;

/** Measures pieces of work turn by turn in one run, so that a noisy machine disturbs all of them alike. */
final class Stopwatch
{
    /**
     * @param array<string, \Closure(): mixed> $work
     *
     * @return array<string, float> median milliseconds, by name
     */
    public static function medians(array $work, int $turns, int $warmUp = 3): array
    {
        $times = [];
        for ($turn = -$warmUp; $turn < $turns; ++$turn) {
            foreach ($work as $name => $do) {
                $start = hrtime(true);
                $do();
                if ($turn >= 0) {
                    $times[$name][] = (hrtime(true) - $start) / 1e6;
                }
            }
        }

        return array_map(self::median(...), $times);
    }

    /** @param non-empty-list<float> $times */
    private static function median(array $times): float
    {
        sort($times);

        return $times[intdiv(\count($times), 2)];
    }

    /** @param array<string, float> $medians the first is the yardstick */
    public static function print(string $title, array $medians, float $limit = \INF): void
    {
        echo "\n$title\n";
        $yardstick = reset($medians) ?: 1.0;
        foreach ($medians as $name => $milliseconds) {
            printf(
                "  %-44s %9.2f ms %7.2f ×%s\n",
                $name,
                $milliseconds,
                $milliseconds / $yardstick,
                $milliseconds / $yardstick > $limit ? "  over its budget of $limit" : '',
            );
        }
    }
}
