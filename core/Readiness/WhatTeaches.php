<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Needs;

/** Which pieces could teach skills to some groups before they are asked for: those with the least beside it that is new (handbook 7). */
final class WhatTeaches
{
    private const MOST = 3;

    /**
     * Looks through a library once, however large it is.
     *
     * @param iterable<int, Needs> $library by id of the piece
     * @param list<NewSkill>       $wanted  each with the groups to which it is new
     *
     * @return array<string, list<int>> ids of pieces, the easiest first, at most a few, by code
     */
    public static function find(iterable $library, ClassSkills $class, array $wanted): array
    {
        $teaching = [];
        foreach ($library as $piece => $needs) {
            $fresh = [];
            foreach ($class->instruments as $instrument) {
                $fresh[$instrument->value] = self::fresh($needs, $instrument, $class);
            }
            foreach ($wanted as $skill) {
                $most = self::beside($skill, $needs, $fresh, $class);
                if (null !== $most) {
                    $teaching[$skill->code] = self::put($teaching[$skill->code] ?? [], $piece, $most);
                }
            }
        }

        return array_map(array_keys(...), $teaching);
    }

    private static function fresh(Needs $needs, Instrument $instrument, ClassSkills $class): int
    {
        $fresh = 0;
        foreach ($needs->first[$instrument->value] ?? [] as $code => $rank) {
            $fresh += $class->isNew($instrument, (string) $code) ? 1 : 0;
        }

        return $fresh;
    }

    /**
     * @param array<string, int> $fresh new skills of the piece, by instrument
     *
     * @return int|null what is new in the piece beside the skill for the group that has most of it; none where a group does not meet it
     */
    private static function beside(NewSkill $skill, Needs $needs, array $fresh, ClassSkills $class): ?int
    {
        $most = 0;
        foreach ($skill->instruments as $instrument) {
            if (!$needs->has($instrument, $skill->code)) {
                return null;
            }
            $most = max($most, ($fresh[$instrument->value] ?? 0) - ($class->isNew($instrument, $skill->code) ? 1 : 0));
        }

        return $most;
    }

    /**
     * @param array<int, int> $best few pieces with what is new in them, the easiest first
     *
     * @return array<int, int>
     */
    private static function put(array $best, int $piece, int $fresh): array
    {
        if (self::MOST === \count($best) && $fresh >= end($best)) {
            return $best;
        }
        $best[$piece] = $fresh;
        // What came first stays first among those that are as easy.
        asort($best);

        return \array_slice($best, 0, self::MOST, true);
    }
}
