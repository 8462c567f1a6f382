<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\RightHand\BowedStroke;
use CoinStair\Core\Score\Instrument;

/** Measures in which parts share their rhythm but not their bows: those who differ, and whose bows are proposed for all (handbook 4). */
final readonly class BowAgreement
{
    /**
     * @param list<Instrument> $differ
     * @param int              $from   first measure position
     * @param int              $to     last measure position
     * @param list<string>     $bows   down or up for each stroke, as proposed
     */
    private function __construct(public Instrument $follow, public array $differ, public int $from, public int $to, public array $bows)
    {
    }

    /**
     * @param list<BothHands> $parts the one whose bows are proposed first
     * @param int             $from  first measure position
     * @param int             $to    measure position after the last
     *
     * @return list<self>
     */
    public static function compare(array $parts, int $from, int $to): array
    {
        $rows = array_map(self::byMeasure(...), $parts);
        $found = [];
        for ($position = $from; $position < $to; ++$position) {
            foreach (self::groups($rows, $position) as $group) {
                $first = $group[0];
                $bows = self::bows($rows[$first][$position]);
                $differ = array_values(array_filter($group, static fn (int $part): bool => self::bows($rows[$part][$position]) !== $bows));
                if ([] !== $differ) {
                    $found[] = new self(
                        $parts[$first]->instrument(),
                        array_map(static fn (int $part): Instrument => $parts[$part]->instrument(), $differ),
                        $position,
                        $position,
                        $bows,
                    );
                }
            }
        }

        return self::joined($found);
    }

    /** @return array<int, non-empty-list<BowedStroke>> strokes by the measure in which they begin */
    private static function byMeasure(BothHands $hands): array
    {
        $rows = [];
        foreach ($hands->bowing->strokes as $step) {
            $rows[$step->stroke->position][] = $step;
        }

        return $rows;
    }

    /**
     * @param list<array<int, non-empty-list<BowedStroke>>> $rows
     *
     * @return list<non-empty-list<int>> parts with the same rhythm of strokes
     */
    private static function groups(array $rows, int $position): array
    {
        $groups = [];
        foreach ($rows as $part => $measures) {
            if (isset($measures[$position])) {
                $rhythm = implode(
                    ' ',
                    array_map(
                        static fn (BowedStroke $step): string => $step->stroke->offset.
                            '-'.
                            $step->stroke->length.
                            '-'.
                            implode(',', $step->stroke->starts),
                        $measures[$position],
                    ),
                );
                $groups[$rhythm][] = $part;
            }
        }

        return array_values(array_filter($groups, static fn (array $group): bool => \count($group) > 1));
    }

    /**
     * @param list<BowedStroke> $steps
     *
     * @return list<string>
     */
    private static function bows(array $steps): array
    {
        return array_map(static fn (BowedStroke $step): string => $step->direction->value, $steps);
    }

    /**
     * @param list<self> $found in order
     *
     * @return list<self> neighboring measures with the same parts as one
     */
    private static function joined(array $found): array
    {
        $joined = [];
        foreach ($found as $one) {
            $last = array_pop($joined);
            if (null !== $last && $last->follow === $one->follow && $last->differ === $one->differ && $last->to + 1 === $one->from) {
                $joined[] = new self($last->follow, $last->differ, $last->from, $one->to, [...$last->bows, ...$one->bows]);
            } else {
                array_push($joined, ...null === $last ? [] : [$last]);
                $joined[] = $one;
            }
        }

        return $joined;
    }
}
