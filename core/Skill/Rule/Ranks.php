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
}
