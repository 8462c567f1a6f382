<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Ticks;

/** The unit of length in which notes are written (L:), and lengths in it. */
final class Unit
{
    /** The unit that most notes of the piece are written with: an eighth, a quarter where nothing is shorter, or a sixteenth. */
    public static function common(Piece $piece): int
    {
        $counts = [4 => 0, 8 => 0, 16 => 0];
        foreach ($piece->parts as $part) {
            foreach ($part->measures as $events) {
                foreach ($events as $event) {
                    $written = $event->tuplet->written($event->length);
                    foreach ($counts as $unit => $count) {
                        $counts[$unit] = $count + (Ticks::PER_WHOLE === $written * $unit ? 1 : 0);
                    }
                }
            }
        }
        arsort($counts);

        return intdiv(Ticks::PER_WHOLE, (int) array_key_first($counts));
    }

    /** A length as ABC writes it after a note: "", "2", "/2", "3/2". */
    public static function fraction(int $ticks, int $unit, string $ofWhole = ''): string
    {
        $divisor = self::greatestCommonDivisor($ticks, $unit);
        $numerator = intdiv($ticks, $divisor);
        $denominator = intdiv($unit, $divisor);
        if ('' !== $ofWhole) {
            return $numerator.'/'.$denominator;
        }

        return (1 === $numerator ? '' : (string) $numerator).(1 === $denominator ? '' : '/'.$denominator);
    }

    private static function greatestCommonDivisor(int $a, int $b): int
    {
        while (0 !== $b) {
            [$a, $b] = [$b, $a % $b];
        }

        return max(1, $a);
    }
}
