<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\Numbers;

/**
 * Bow changes of a group on a note that is longer than a bow: each seat at beats of its own, away from the bar line, never all at once
 * (handbook 4).
 */
final readonly class Stagger
{
    /** Players that are told apart: the two of a front desk, and the two of the desk behind. */
    public const SEATS = 4;

    /** @param list<list<float>> $changes beats of the note, from 1, at which each seat changes; seat 0 sits outside in front */
    private function __construct(public array $changes, public int $bows)
    {
    }

    /**
     * @param float       $beats   of the note
     * @param float       $longest beats that one bow lasts
     * @param list<float> $bars    beats of the note, from 0, on which a measure begins
     * @param int         $players who hold it, from 1
     */
    public static function of(float $beats, float $longest, array $bars, int $players): self
    {
        $seats = max(1, min(self::SEATS, $players));
        $fewest = max(2, Numbers::ceil($beats / $longest));
        for ($grid = 1.0; $grid > 0.2; $grid /= 2) {
            $free = self::free($beats, $grid, $bars);
            for ($bows = $fewest; $bows <= 2 * $fewest; ++$bows) {
                $changes = self::changes($beats, $longest, $free, $seats, $bows);
                if (null !== $changes) {
                    return new self($changes, $bows);
                }
            }
        }

        return new self([], $fewest);
    }

    /**
     * @param list<float> $bars
     *
     * @return list<float> beats from 0 at which a change may stand
     */
    private static function free(float $beats, float $grid, array $bars): array
    {
        $free = [];
        for ($beat = $grid; Numbers::isLess($beat, $beats); $beat += $grid) {
            if ([] === array_filter($bars, static fn (float $bar): bool => Numbers::isEqual($bar, $beat))) {
                $free[] = $beat;
            }
        }

        return $free;
    }

    /**
     * @param list<float> $free
     *
     * @return list<list<float>>|null none if some seat would run out, or two would have to change at once
     */
    private static function changes(float $beats, float $longest, array $free, int $seats, int $bows): ?array
    {
        $taken = $changes = [];
        for ($seat = 0; $seat < $seats; ++$seat) {
            $own = [];
            $before = 0.0;
            for ($change = 1; $change < $bows; ++$change) {
                $ideal = ($beats * ($change - 0.5 + ($seat + 0.5) / $seats)) / $bows;
                $left = $beats - $longest * ($bows - $change);
                $open = array_filter(
                    $free,
                    static fn (float $beat): bool => !isset($taken[(string) $beat])
                        && $beat > $before
                        && !Numbers::isLess($before + $longest, $beat)
                        && !Numbers::isLess($beat, $left),
                );
                if ([] === $open) {
                    return null;
                }
                usort($open, static fn (float $one, float $other): int => abs($one - $ideal) <=> abs($other - $ideal));
                $before = $open[0];
                $taken[(string) $before] = true;
                $own[] = $before + 1;
            }
            $changes[] = $own;
        }

        return $changes;
    }
}
