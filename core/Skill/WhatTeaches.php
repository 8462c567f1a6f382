<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

use CoinStair\Core\Score\Instrument;

/** Which pieces could teach a skill to some groups before it is asked for: those with the least beside it that is new (handbook 7). */
final class WhatTeaches
{
    private const MOST = 3;

    /**
     * @param array<int, Needs> $library     by id of the piece
     * @param list<Instrument>  $instruments to which the skill is new
     *
     * @return list<int> ids of pieces, the easiest first; at most a few
     */
    public static function find(string $code, array $instruments, array $library, ClassSkills $class): array
    {
        $fresh = [];
        foreach ($library as $piece => $needs) {
            $most = 0;
            foreach ($instruments as $instrument) {
                if (!$needs->has($instrument, $code)) {
                    continue 2;
                }
                $new = array_filter(
                    $needs->inOrder($instrument),
                    static fn (string $one): bool => $one !== $code && $class->of($instrument, $one)->isNew(),
                );
                $most = max($most, \count($new));
            }
            $fresh[$piece] = $most;
        }
        asort($fresh);

        return \array_slice(array_keys($fresh), 0, self::MOST);
    }
}
