<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * Phrase borders (handbook 5): the cheapest segmentation over bar lines, exact for its costs. A phrase costs (load − wish)² ÷ wish; what speaks
 * for a border is taken off. No border cuts a slur, tie or tuplet; an upbeat belongs to what follows.
 */
final readonly class Phrases
{
    private const SECTION = 10.0;
    private const REPEAT = 9.0;
    private const REST = 8.0;
    private const LONG_NOTE = 6.0;
    private const SLUR = 5.0;
    private const LIKENESS = 4.0;
    private const LINE = 3.0;
    private const FOURTH = 2.0;
    private const SECOND = 1.0;
    /** Notes that one phrase wishes to hold, by year of playing. */
    private const WISH = [1 => 12.0, 2 => 18.0, 3 => 26.0, 4 => 34.0];
    /** Beats of a note that ends a phrase. */
    private const LONG_BEATS = 2;
    /** Load of a note that is equal to its left neighbor. */
    private const REPEATED = 0.3;

    /**
     * @param list<Border> $borders inner borders, in order
     * @param float        $cost    of the whole segmentation
     */
    private function __construct(public array $borders, public float $cost)
    {
    }

    /** @param int $level year of playing, 1 to 4 */
    public static function of(Piece $piece, Likeness $likeness, int $level = 1): self
    {
        $count = \count($piece->measures);
        $bonus = self::bonuses($piece, $likeness);
        $wish = self::WISH[max(1, min(4, $level))];
        $sums = [0.0];
        foreach (self::loads($piece) as $load) {
            $sums[] = $sums[\count($sums) - 1] + $load;
        }
        $costs = [0 => 0.0];
        $from = [];
        for ($end = 1; $end <= $count; ++$end) {
            if ($end < $count && !isset($bonus[$end])) {
                continue;
            }
            $best = \INF;
            foreach ($costs as $start => $soFar) {
                $total = $soFar + self::size($sums[$end] - $sums[$start], $wish) - ($bonus[$end] ?? 0.0);
                if ($total < $best - 1e-9) {
                    $best = $total;
                    $from[$end] = $start;
                }
            }
            $costs[$end] = $best;
        }
        $borders = [];
        for ($at = $from[$count] ?? 0; $at > 0; $at = $from[$at]) {
            $borders[] = new Border(Place::of($at), $bonus[$at]);
        }

        return new self(array_reverse($borders), $costs[$count]);
    }

    /**
     * What a segmentation costs; none if it cuts what may not be cut.
     *
     * @param list<int> $borders measure positions, rising
     */
    public static function costOf(Piece $piece, Likeness $likeness, int $level, array $borders): ?float
    {
        $bonus = self::bonuses($piece, $likeness);
        $loads = self::loads($piece);
        $wish = self::WISH[max(1, min(4, $level))];
        $total = 0.0;
        $start = 0;
        foreach ([...$borders, \count($piece->measures)] as $end) {
            if ($end < \count($piece->measures)) {
                if (!isset($bonus[$end])) {
                    return null;
                }
                $total -= $bonus[$end];
            }
            $total += self::size(array_sum(\array_slice($loads, $start, $end - $start)), $wish);
            $start = $end;
        }

        return $total;
    }

    private static function size(float $load, float $wish): float
    {
        return ($load - $wish) ** 2 / $wish;
    }

    /**
     * Notes of each measure as they are to be learned: those of the busiest part, one that repeats its left neighbor lightly.
     *
     * @return list<float>
     */
    private static function loads(Piece $piece): array
    {
        $loads = array_fill(0, \count($piece->measures), 0.0);
        foreach ($piece->parts as $part) {
            $before = '';
            foreach ($part->measures as $position => $events) {
                $load = 0.0;
                foreach ($events as $event) {
                    if ($event->isRest() || $event->tiedFrom || $event->isGrace()) {
                        continue;
                    }
                    $now = $event->pitches[0]->name();
                    $load += $now === $before ? self::REPEATED : 1.0;
                    $before = $now;
                }
                $loads[$position] = max($loads[$position], $load);
            }
        }

        return array_values($loads);
    }

    /**
     * What speaks for a border at the start of each measure; a measure before which none may stand is left out.
     *
     * @return array<int, float> by position
     */
    private static function bonuses(Piece $piece, Likeness $likeness): array
    {
        $pickup = $piece->measures[0]->isShort() ? 1 : 0;
        $cut = self::cut($piece);
        $bonuses = [];
        $count = \count($piece->measures);
        for ($position = 1; $position < $count; ++$position) {
            // An upbeat belongs to what follows.
            if (isset($cut[$position]) || (1 === $position && 1 === $pickup)) {
                continue;
            }
            $before = $piece->measures[$position - 1];
            $measure = $piece->measures[$position];
            // A second ending belongs to what it ends, like the first.
            $inEndings = [] !== $measure->endingStart;
            $bonus = '' !== $measure->rehearsal || (BarStyle::Regular !== $before->end && !$inEndings) ? self::SECTION : 0.0;
            $bonus += $measure->repeatStart || (!$inEndings && ($before->repeatTimes > 0 || $before->endingStop)) ? self::REPEAT : 0.0;
            $bonus += self::ends($piece, $position - 1);
            $bonus += self::comesBack($likeness, $position, $pickup) ? self::LIKENESS : 0.0;
            $bonus += $before->lineBreak ? self::LINE : 0.0;
            $bonus += 0 === ($position - $pickup) % 4 ? self::FOURTH : 0.0;
            $bonus += 0 === ($position - $pickup) % 2 ? self::SECOND : 0.0;
            $bonuses[$position] = $bonus;
        }

        return $bonuses;
    }

    /** @return array<int, true> positions at whose start something sounds on or is slurred */
    private static function cut(Piece $piece): array
    {
        $cut = [];
        foreach ($piece->parts as $part) {
            $open = 0;
            foreach ($part->measures as $position => $events) {
                $tied = false;
                foreach ($events as $event) {
                    $open = max(0, $open + $event->slurStarts - $event->slurStops);
                    $tied = $event->tiedTo;
                }
                if ($open > 0 || $tied) {
                    $cut[$position + 1] = true;
                }
            }
        }

        return $cut;
    }

    /** A measure that ends as a phrase does: with a rest in all parts, a long note, the end of a slur. */
    private static function ends(Piece $piece, int $position): float
    {
        $last = [];
        foreach ($piece->parts as $part) {
            $events = array_values(array_filter($part->events($position), static fn (Event $event): bool => 1 === $event->voice && !$event->isGrace()));
            if ([] !== $events) {
                $last[] = $events[\count($events) - 1];
            }
        }
        if ([] === $last) {
            return 0.0;
        }

        return match (true) {
            [] === array_filter($last, static fn (Event $event): bool => !$event->isRest()) => self::REST,
            [] === array_filter($last, static fn (Event $event): bool => $event->length < self::LONG_BEATS * $piece->beatTicks) => self::LONG_NOTE,
            [] === array_filter($last, static fn (Event $event): bool => 0 === $event->slurStops) => self::SLUR,
            default => 0.0,
        };
    }

    /** Something begins here that was there before, and did not just go on from there. */
    private static function comesBack(Likeness $likeness, int $position, int $first): bool
    {
        foreach ($likeness->likes[$position] as $like) {
            if (LikenessKind::Same === $like->kind) {
                return $like->of <= $first || ($likeness->classes[$like->of - 1] ?? -1) !== ($likeness->classes[$position - 1] ?? -1);
            }
        }

        return false;
    }
}
