<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Piece;

/**
 * Sections of a piece (handbook 5): their borders are rehearsal marks, double bars and repeat signs, else the ends of repeated runs of four
 * measures and more; two sections have one letter when at least half of their measures pair in order.
 */
final class Sections
{
    private const RUN = 4;
    private const PRIME = '′';

    /** @return non-empty-list<Section> */
    public static function find(Piece $piece, Likeness $likeness): array
    {
        $count = \count($piece->measures);
        $borders = self::marked($piece) ?: self::repeated($likeness, $piece->measures[0]->isShort() ? 1 : 0);
        $starts = [0, ...array_values(array_filter($borders, static fn (int $border): bool => $border > 0 && $border < $count))];
        $sections = $letters = [];
        foreach ($starts as $index => $from) {
            $to = $starts[$index + 1] ?? $count;
            [$label, $letter] = self::label($piece, $likeness, $sections, $letters, $from, $to);
            $sections[] = new Section($label, $from, $to);
            $letters[] = $letter;
        }

        return $sections;
    }

    /** @return list<int> positions at which the book marks a new section */
    private static function marked(Piece $piece): array
    {
        $borders = [];
        $last = \count($piece->measures) - 1;
        foreach ($piece->measures as $position => $measure) {
            if ('' !== $measure->rehearsal || $measure->repeatStart) {
                // What stands after an upbeat belongs to the piece's first section.
                $borders[] = 1 === $position && $piece->measures[0]->isShort() ? 0 : $position;
            }
            $next = $piece->measures[$position + 1] ?? null;
            if (
                $position < $last
                && (BarStyle::Regular !== $measure->end || $measure->repeatTimes > 0 || $measure->endingStop)
                && [] === ($next->endingStart ?? [])
            ) {
                $borders[] = $position + 1;
            }
        }
        $borders = array_values(array_unique(array_filter($borders, static fn (int $border): bool => $border > 0)));
        sort($borders);

        return $borders;
    }

    /** @return list<int> starts and ends of runs that come back, longest first come */
    private static function repeated(Likeness $likeness, int $first): array
    {
        $classes = $likeness->classes;
        $count = \count($classes);
        $borders = $seen = [];
        for ($position = $first; $position + self::RUN <= $count; ++$position) {
            if ($likeness->isSilent($position)) {
                continue;
            }
            $key = implode(' ', \array_slice($classes, $position, self::RUN));
            $earlier = $seen[$key] ?? null;
            if (null === $earlier) {
                $seen[$key] = $position;
                continue;
            }
            if ($earlier + self::RUN > $position) {
                continue;
            }
            $length = self::RUN;
            while (
                $position + $length < $count
                && $earlier + $length < $position
                && $classes[$position + $length] === $classes[$earlier + $length]
            ) {
                ++$length;
            }
            array_push($borders, $earlier === $first ? 0 : $earlier, $earlier + $length, $position, $position + $length);
            $position += $length - 1;
        }
        $borders = array_values(array_unique($borders));
        sort($borders);

        return $borders;
    }

    /**
     * @param list<Section> $sections that come before
     * @param list<int>     $letters  of these
     *
     * @return array{string, int} label, and number of the letter
     */
    private static function label(Piece $piece, Likeness $likeness, array $sections, array $letters, int $from, int $to): array
    {
        foreach ($sections as $index => $section) {
            [$pairs, $same, $length] = self::pairs($piece, $likeness, $section, $from, $to);
            if (2 * $pairs >= $length) {
                return [self::letter($letters[$index]).($same === $length ? '' : self::PRIME), $letters[$index]];
            }
            if ([] !== self::stretched($piece, $section, $from, $to)) {
                return [self::letter($letters[$index]).self::PRIME, $letters[$index]];
            }
        }
        $letter = [] === $letters ? 0 : 1 + max($letters);

        return [self::letter($letter), $letter];
    }

    /** @return array{int, int, int} measures that pair, those that are the same, and measures of the longer section, upbeats left out */
    private static function pairs(Piece $piece, Likeness $likeness, Section $section, int $from, int $to): array
    {
        $start = 0 === $section->from && $piece->measures[0]->isShort() ? 1 : $section->from;
        $length = max($section->to - $start, $to - $from);
        $pairs = $same = 0;
        for ($step = 0; $start + $step < $section->to && $from + $step < $to; ++$step) {
            $kind = $likeness->isSilent($from + $step) ? null : $likeness->between($start + $step, $from + $step);
            $pairs += null === $kind ? 0 : 1;
            $same += LikenessKind::Same === $kind ? 1 : 0;
        }

        return [$pairs, $same, $length];
    }

    /**
     * The notes of the first part are those of an earlier section, all lengths times one factor; at least half of that section is there.
     *
     * @return array<int, Like> how each measure is like one of the earlier section, by position; none if it is not so
     */
    public static function stretched(Piece $piece, Section $section, int $from, int $to): array
    {
        $earlier = self::stream($piece, $section->from, $section->to);
        $later = self::stream($piece, $from, $to);
        if (
            \count($later) < self::RUN
            || \count($later) > \count($earlier)
            || 2 * \count($later) < \count($earlier)
            || $later[0][1] === $earlier[0][1]
        ) {
            return [];
        }
        $likes = [];
        foreach ($later as $index => [$pitch, $length, $position]) {
            if ($pitch !== $earlier[$index][0] || $length * $earlier[0][1] !== $earlier[$index][1] * $later[0][1]) {
                return [];
            }
            $likes[$position] ??= new Like($earlier[$index][2], LikenessKind::Longer, round($later[0][1] / $earlier[0][1], 6));
        }

        return $likes;
    }

    /** @return list<array{string, int, int}> pitches, length and measure of each note and rest */
    private static function stream(Piece $piece, int $from, int $to): array
    {
        $stream = [];
        for ($position = $from; $position < $to; ++$position) {
            foreach ($piece->parts[0]->events($position) as $event) {
                if (!$event->isGrace() && 1 === $event->voice) {
                    $stream[] = [self::pitches($event), $event->length, $position];
                }
            }
        }

        return $stream;
    }

    private static function pitches(Event $event): string
    {
        $names = '';
        foreach ($event->pitches as $pitch) {
            $names .= $pitch->name();
        }

        return $names;
    }

    private static function letter(int $number): string
    {
        return \chr(\ord('A') + ($number % 26)).($number >= 26 ? (string) intdiv($number, 26) : '');
    }
}
