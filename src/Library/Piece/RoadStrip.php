<?php

declare(strict_types=1);

namespace App\Library\Piece;

use CoinStair\Core\Form\Reading;
use CoinStair\Core\Form\Unfolding;
use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Piece;

/**
 * The play order drawn for people: a strip of measure visits, with what makes the music turn back.
 *
 * @phpstan-type Stop array{position: int, number: string, pass: int, turns: bool, why: string}
 */
final readonly class RoadStrip
{
    /** Visits that are drawn. */
    private const SHOWN = 400;

    /**
     * @param list<Stop>           $stops
     * @param array<string, float> $beats of each reading
     */
    private function __construct(public Reading $reading, public array $stops, public int $count, public array $beats)
    {
    }

    public static function of(Piece $piece, Reading $reading): self
    {
        $numbers = MeasureNumbers::of($piece);
        $order = Unfolding::unfold($piece, $reading);
        $stops = [];
        $before = -1;
        foreach (\array_slice($order->visits, 0, self::SHOWN) as $visit) {
            $turns = $visit->position !== $before + 1;
            $stops[] = [
                'position' => $visit->position,
                'number' => $numbers->at($visit->position),
                'pass' => $visit->pass,
                'turns' => $turns && $before >= 0,
                'why' => $turns && $before >= 0
                        ? self::why($piece->measures[$before], $piece->measures[$visit->position], $visit->position > $before)
                        : '',
            ];
            $before = $visit->position;
        }
        $beats = [];
        foreach (Reading::cases() as $one) {
            $beats[$one->value] = Unfolding::unfold($piece, $one)->ticks($piece) / $piece->beatTicks;
        }

        return new self($reading, $stops, \count($order->visits), $beats);
    }

    private static function why(Measure $from, Measure $to, bool $forward): string
    {
        if ($forward && $to->has(Jump::Coda)) {
            return Jump::Coda->words();
        }
        foreach ($from->jumps as $jump) {
            if ($jump->goesBack() && !$forward && 0 === $from->repeatTimes) {
                return $jump->words();
            }
        }

        return $forward ? (string) ($to->endingStart[0] ?? '') : ':|';
    }
}
