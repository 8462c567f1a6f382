<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;

/**
 * Unfolds the road map of a piece into its play order (handbook 2). Never hangs: at most LIMIT visits.
 */
final class Unfolding
{
    public const LIMIT = 10_000;

    /**
     * @param bool $repeatsAfterJump play repeats again after D.C. or D.S.
     */
    public static function unfold(Piece $piece, Reading $reading, bool $repeatsAfterJump = false): PlayOrder
    {
        if (Reading::Once === $reading) {
            return new PlayOrder(
                array_map(static fn (int $position): Visit => new Visit($position, 1), range(0, \count($piece->measures) - 1)),
                [],
            );
        }
        [$items, $notices] = RepeatTree::read($piece);
        $straight = self::expand($items, false);
        if (Reading::Plain === $reading) {
            return new PlayOrder($straight, $notices);
        }
        $full = self::expand($items, true);
        [$visits, $jumpNotices] = self::jump($piece, $full, $repeatsAfterJump ? $full : $straight);
        $notices = [...$notices, ...$jumpNotices];
        if (\count($visits) >= self::LIMIT) {
            $notices[] = new Notice(0, 0, 'The road map is longer than {limit} measures; the rest is left out.', [
                'limit' => (string) self::LIMIT,
            ]);
        }

        return new PlayOrder($visits, $notices);
    }

    /**
     * @param list<int|RepeatSection> $items
     *
     * @return list<Visit>
     */
    private static function expand(array $items, bool $repeats, int $pass = 1, int $room = self::LIMIT): array
    {
        $visits = [];
        foreach ($items as $item) {
            if (\is_int($item)) {
                $visits[] = new Visit($item, $pass);
            } else {
                for ($inner = $repeats ? 1 : $item->passes; $inner <= $item->passes && \count($visits) < $room; ++$inner) {
                    $number = $repeats ? $inner : 1;
                    array_push($visits, ...self::expand($item->body, $repeats, $number, $room - \count($visits)));
                    foreach ($item->ending($inner) as $position) {
                        $visits[] = new Visit($position, $number);
                    }
                }
            }
            if (\count($visits) >= $room) {
                return \array_slice($visits, 0, $room);
            }
        }

        return $visits;
    }

    /**
     * @param list<Visit> $visits
     * @param list<Visit> $after  what is played from on a jump
     *
     * @return array{list<Visit>, list<Notice>}
     */
    private static function jump(Piece $piece, array $visits, array $after): array
    {
        $played = [];
        $notices = [];
        $taken = [];
        $returned = $toCoda = false;
        $lastVisit = self::lastIndexes($visits);
        for ($index = 0; $index < \count($visits) && \count($played) < self::LIMIT; ++$index) {
            $visit = $visits[$index];
            $played[] = $visit;
            $measure = $piece->measures[$visit->position];
            if ($toCoda && $measure->has(Jump::ToCoda)) {
                $toCoda = false;
                $target = self::indexOf($piece, $visits, Jump::Coda);
                if (null === $target) {
                    $notices[] = self::missing($piece, Jump::ToCoda, Jump::Coda, $visit->position);
                    continue;
                }
                $index = $target - 1;
                continue;
            }
            if ($returned && !$toCoda && $measure->has(Jump::Fine)) {
                break;
            }
            foreach ($measure->jumps as $jump) {
                if (!$jump->goesBack() || isset($taken[$visit->position]) || $lastVisit[$visit->position] !== $index) {
                    continue;
                }
                $taken[$visit->position] = true;
                $target = $jump->toSegno() ? self::indexOf($piece, $after, Jump::Segno) : 0;
                if (null === $target) {
                    $notices[] = self::missing($piece, $jump, Jump::Segno, $visit->position);
                    continue;
                }
                $toCoda =
                    $jump->alCoda()
                    || (!str_ends_with($jump->value, 'al-fine')
                        && null !== self::indexOf($piece, $after, Jump::ToCoda)
                        && null !== self::indexOf($piece, $after, Jump::Coda));
                $returned = true;
                $visits = $after;
                $lastVisit = self::lastIndexes($visits);
                $index = $target - 1;
                break;
            }
        }

        return [$played, $notices];
    }

    /**
     * @param list<Visit> $visits
     *
     * @return array<int, int> by measure position
     */
    private static function lastIndexes(array $visits): array
    {
        $last = [];
        foreach ($visits as $index => $visit) {
            $last[$visit->position] = $index;
        }

        return $last;
    }

    /**
     * @param list<Visit> $visits
     */
    private static function indexOf(Piece $piece, array $visits, Jump $sign): ?int
    {
        foreach ($visits as $index => $visit) {
            if ($piece->measures[$visit->position]->has($sign)) {
                return $index;
            }
        }

        return null;
    }

    private static function missing(Piece $piece, Jump $jump, Jump $target, int $position): Notice
    {
        return new Notice(0, 0, '{jump} at measure {measure} has no {target} to go to; it is left out.', [
            'jump' => $jump->words(),
            'measure' => MeasureNumbers::of($piece)->at($position),
            'target' => $target->words(),
        ]);
    }
}
