<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

/** Ranks of places (see Place::rank()) in order. */
final class Ranks
{
    /**
     * @param list<int> $ranks
     *
     * @return list<int> rising, each once
     */
    public static function rising(array $ranks): array
    {
        $rising = [];
        $last = -1;
        foreach ($ranks as $rank) {
            if ($rank < $last) {
                sort($ranks);

                return self::rising($ranks);
            }
            if ($rank > $last) {
                $rising[] = $last = $rank;
            }
        }

        return $rising;
    }

    /**
     * @param list<int> $ranks rising
     *
     * @return int how many of them are before a rank: where it stands, if it is one of them
     */
    public static function before(array $ranks, int $rank): int
    {
        $low = 0;
        $high = \count($ranks);
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            if ($ranks[$middle] < $rank) {
                $low = $middle + 1;
            } else {
                $high = $middle;
            }
        }

        return $low;
    }

    /**
     * All that stand in some lists. As keys ranks would be alike in their low digits, so they are kept in two parts.
     *
     * @param iterable<list<int>> $lists
     *
     * @return list<int> rising, each once
     */
    public static function together(iterable $lists): array
    {
        $parts = [];
        foreach ($lists as $ranks) {
            foreach ($ranks as $rank) {
                $parts[$rank >> 32][$rank & 0xFFFFFFFF] = $rank;
            }
        }
        ksort($parts);
        $together = [];
        foreach ($parts as $of) {
            ksort($of);
            array_push($together, ...$of);
        }

        return $together;
    }

    /**
     * Where each of some ranks stands.
     *
     * @param list<int> $ranks
     *
     * @return array<int, array<int, int>> its number, from 0, by the two parts of the rank
     */
    public static function numbered(array $ranks): array
    {
        $numbers = [];
        foreach ($ranks as $number => $rank) {
            $numbers[$rank >> 32][$rank & 0xFFFFFFFF] = $number;
        }

        return $numbers;
    }

    /**
     * @param array<int, array<int, int>> $numbered as numbered() gives it
     */
    public static function numberOf(int $rank, array $numbered): int
    {
        return $numbered[$rank >> 32][$rank & 0xFFFFFFFF];
    }
}
