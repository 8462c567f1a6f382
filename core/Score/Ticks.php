<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * Musical time. All positions and lengths are whole numbers of ticks (handbook 2).
 */
final class Ticks
{
    public const PER_QUARTER = 10080;
    public const PER_WHOLE = 4 * self::PER_QUARTER;

    /**
     * The ticks of a fraction of a whole note.
     *
     * @throws OffTheGrid if the length is no whole number of ticks
     */
    public static function ofWhole(int $numerator, int $denominator): int
    {
        if ($denominator < 1 || 0 !== ($numerator * self::PER_WHOLE) % $denominator) {
            throw OffTheGrid::fraction($numerator, $denominator, self::PER_QUARTER);
        }

        return intdiv($numerator * self::PER_WHOLE, $denominator);
    }

    /**
     * Quarter notes as an exact string: "0", "2", "3/2".
     */
    public static function quarters(int $ticks): string
    {
        $divisor = self::greatestCommonDivisor(abs($ticks), self::PER_QUARTER);
        $numerator = intdiv($ticks, $divisor);
        $denominator = intdiv(self::PER_QUARTER, $divisor);

        return 1 === $denominator ? (string) $numerator : $numerator.'/'.$denominator;
    }

    /**
     * A length in beats for people: "3", "2½", "1⅓", or "5/7" where no sign exists.
     */
    public static function beats(int $ticks, int $beatTicks): string
    {
        $whole = intdiv($ticks, $beatTicks);
        $rest = $ticks - $whole * $beatTicks;
        if (0 === $rest) {
            return (string) $whole;
        }
        $divisor = self::greatestCommonDivisor($rest, $beatTicks);
        $fraction = intdiv($rest, $divisor).'/'.intdiv($beatTicks, $divisor);
        $signs = ['1/2' => '½', '1/3' => '⅓', '2/3' => '⅔', '1/4' => '¼', '3/4' => '¾'];
        $sign = $signs[$fraction] ?? ($whole > 0 ? ' '.$fraction : $fraction);

        return ($whole > 0 ? (string) $whole : '').$sign;
    }

    private static function greatestCommonDivisor(int $a, int $b): int
    {
        while (0 !== $b) {
            [$a, $b] = [$b, $a % $b];
        }

        return max(1, $a);
    }
}
