<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Numbers;

/**
 * What a bow path tells at a tempo: speeds, strokes that run out of bow or have to recover, retakes that are short of time. Starting
 * values.
 */
final class BowUse
{
    /** Usable hair in cm. */
    private const HAIR = ['violin' => 61, 'viola' => 60, 'cello' => 57, 'bass' => 52];
    /** Slowest good speed in cm a second: soft, medium, loud. */
    private const SLOWEST = [-1 => 4, 0 => 7, 1 => 12];
    private const RECOVER = 2.0;
    private const RETAKE_SECONDS = [1 => 0.75, 2 => 0.6, 3 => 0.4875, 4 => 0.4125];

    /**
     * @param list<BowedStroke> $strokes
     *
     * @return array{list<list<StrokeMark>>, list<HandNotice>} marks of each stroke beside those of its direction, and notices
     */
    public static function reckon(array $strokes, BowPath $path, Instrument $instrument, float $secondsPerTick, int $level = 1): array
    {
        $marks = $notices = [];
        foreach ($strokes as $index => $step) {
            $found = [];
            $stroke = $step->stroke;
            $seconds = $stroke->length * $secondsPerTick;
            $longest = self::longest($instrument, $stroke->loudness);
            if ($seconds > $longest && !$stroke->held) {
                $found[] = StrokeMark::RunsOut;
                $notices[] = new HandNotice(
                    'runs-out',
                    new Notice(
                        0,
                        0,
                        'The bow runs out after {seconds} of {all} seconds, at beat {beat} of the stroke: change there, or before.',
                        [
                            'seconds' => number_format($longest, 1),
                            'all' => number_format($seconds, 1),
                            'beat' => (string) (1 + (int) floor(($stroke->beats * $longest) / $seconds)),
                        ],
                    ),
                    $stroke->position,
                    $stroke->offset,
                );
            }
            if (self::recovers($strokes, $path, $index)) {
                $found[] = StrokeMark::Recover;
            }
            $needed = self::retakeSeconds($level);
            if ($step->has(StrokeMark::Retake) && $stroke->rest * $secondsPerTick < $needed) {
                $notices[] = new HandNotice(
                    'retake-short',
                    new Notice(0, 0, 'The retake has {seconds} s; it needs about {needed} s.', [
                        'seconds' => number_format($stroke->rest * $secondsPerTick, 2),
                        'needed' => number_format($needed, 2),
                    ]),
                    $stroke->position,
                    $stroke->offset,
                );
            }
            $marks[] = $found;
        }

        return [$marks, $notices];
    }

    /** Seconds that a retake needs in a year of playing. */
    public static function retakeSeconds(int $level): float
    {
        return self::RETAKE_SECONDS[max(1, min(4, $level))];
    }

    /**
     * Seconds that one bow lasts at the slowest good speed.
     *
     * @param int $loudness -1 soft, 0 medium, 1 loud
     */
    public static function longest(Instrument $instrument, int $loudness): float
    {
        return self::hair($instrument) / self::SLOWEST[$loudness];
    }

    /** Usable hair in cm. */
    public static function hair(Instrument $instrument): int
    {
        return self::HAIR[$instrument->value] ?? 60;
    }

    /** Bows a beat. */
    public static function speed(BowedStroke $step, float $from, float $to): float
    {
        return abs($to - $from) / max(0.001, $step->stroke->beats);
    }

    /** @param list<BowedStroke> $strokes */
    private static function recovers(array $strokes, BowPath $path, int $index): bool
    {
        $own = self::speed($strokes[$index], ...$path->places[$index]);
        $slower = 0;
        foreach ([$index - 1, $index + 1] as $other) {
            if (isset($strokes[$other])) {
                if (Numbers::isLess($own, self::RECOVER * self::speed($strokes[$other], ...$path->places[$other]))) {
                    return false;
                }
                ++$slower;
            }
        }

        return $slower > 0;
    }
}
