<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\PlayingWord;

/**
 * Sections of a piece (handbook 5): their borders are rehearsal marks, double bars and repeat signs, else the ends of repeated runs of four
 * measures and more; two sections have one letter when at least half of their measures pair in order.
 */
final class Sections
{
    private const PRIME = '′';

    /**
     * Reckoned once for a likeness: tree, map and talk of a page ask for the same.
     *
     * @param Likeness $likeness of the piece, over all parts
     *
     * @return non-empty-list<Section>
     */
    public static function find(Piece $piece, Likeness $likeness): array
    {
        /** @var \WeakMap<Likeness, non-empty-list<Section>> $known */
        static $known = new \WeakMap();

        return $known[$likeness] ??= self::reckon($piece, $likeness);
    }

    /** @return non-empty-list<Section> */
    private static function reckon(Piece $piece, Likeness $likeness): array
    {
        $count = \count($piece->measures);
        $shapes = Runs::shapes($piece, $likeness);
        $plucked = self::plucked($piece);
        $borders = self::marked($piece, $plucked) ?: Returns::of($piece, $likeness)->starts();
        $starts = [0, ...array_values(array_filter($borders, static fn (int $border): bool => $border > 0 && $border < $count))];
        $sections = $letters = [];
        foreach ($starts as $index => $from) {
            $to = $starts[$index + 1] ?? $count;
            [$label, $letter] = self::label($piece, $likeness, $shapes, $plucked, $sections, $letters, $from, $to);
            $sections[] = new Section($label, $from, $to);
            $letters[] = $letter;
        }

        return $sections;
    }

    /** @return list<Place> where sections begin that may be cut off from what comes before, with their upbeats */
    public static function starts(Piece $piece, Likeness $likeness, Borders $borders): array
    {
        $starts = [];
        foreach (\array_slice(self::find($piece, $likeness), 1) as $section) {
            $border = $borders->into($section->from);
            if (null !== $border) {
                $starts[] = $border->place;
            }
        }

        return $starts;
    }

    /**
     * Marks of the book that stand inside a run that comes back: they are kept, and told.
     *
     * @param list<Section> $sections
     * @param list<Run>     $runs
     *
     * @return list<array{int, Run}> position of the mark, and the run
     */
    public static function contradicted(Piece $piece, array $sections, array $runs): array
    {
        $found = [];
        $marks = array_fill_keys(self::marked($piece, self::plucked($piece)), true);
        foreach (\array_slice($sections, 1) as $section) {
            foreach (isset($marks[$section->from]) ? $runs : [] as $run) {
                $others = [...array_column($sections, 'from'), \count($piece->measures)];
                $inside = static fn (int $start): bool => $section->from > $start && $section->from < $start + $run->length;
                $back = $inside($run->of) ? $run->at + $section->from - $run->of : $run->of + $section->from - $run->at;
                if (($inside($run->of) || $inside($run->at)) && !\in_array($back, $others, true)) {
                    $found[] = [$section->from, $run];
                    break;
                }
            }
        }

        return $found;
    }

    /**
     * @param list<bool> $plucked of each measure, whether it begins so
     *
     * @return list<int> positions at which the book marks a new section
     */
    private static function marked(Piece $piece, array $plucked): array
    {
        $borders = [];
        $last = \count($piece->measures) - 1;
        foreach ($piece->measures as $position => $measure) {
            // The bow is taken up, or put away.
            $changes = $position > 0 && $plucked[$position] !== $plucked[$position - 1];
            $begins = $measure->has(Jump::Segno) || $measure->has(Jump::Coda) || $changes;
            if ('' !== $measure->rehearsal || $measure->repeatStart || $begins) {
                // What stands after an upbeat belongs to the piece's first section.
                $borders[] = 1 === $position && $piece->upbeat() > 0 ? 0 : $position;
            }
            $next = $piece->measures[$position + 1] ?? null;
            if (
                $position < $last
                && (BarStyle::Regular !== $measure->end
                    || $measure->repeatTimes > 0
                    || $measure->endingStop
                    || $measure->has(Jump::Fine)
                    || $measure->has(Jump::ToCoda))
                && [] === ($next->endingStart ?? [])
            ) {
                $borders[] = $position + 1;
            }
        }
        $borders = array_values(array_unique(array_filter($borders, static fn (int $border): bool => $border > 0)));
        sort($borders);

        return $borders;
    }

    /**
     * @param list<MeasureShape> $shapes   as runs are compared
     * @param list<bool>         $plucked  of each measure, whether it begins so
     * @param list<Section>      $sections that come before
     * @param list<int>          $letters  of these
     *
     * @return array{string, int} label, and number of the letter
     */
    private static function label(
        Piece $piece,
        Likeness $likeness,
        array $shapes,
        array $plucked,
        array $sections,
        array $letters,
        int $from,
        int $to,
    ): array {
        $isOutline = $piece->isOutline();
        foreach ($sections as $index => $section) {
            // Where there are no notes, what the teacher calls the same is the same.
            $named = $isOutline ? $piece->measures[$from]->rehearsal : '';
            if ('' !== $named && $named === $piece->measures[$section->from]->rehearsal) {
                return [self::letter($letters[$index]), $letters[$index]];
            }
            if ($plucked[$section->from] !== $plucked[$from]) {
                continue;
            }
            [$pairs, $same, $length] = self::pairs($piece, $likeness, $shapes, $section, $from, $to);
            if (2 * $pairs >= $length) {
                return [self::letter($letters[$index]).($same === $length ? '' : self::PRIME), $letters[$index]];
            }
            if ([] !== Stretch::between($piece, $section, $from, $to)) {
                return [self::letter($letters[$index]).self::PRIME, $letters[$index]];
            }
        }
        $letter = [] === $letters ? 0 : 1 + max($letters);

        return [self::letter($letter), $letter];
    }

    /**
     * @param list<MeasureShape> $shapes as runs are compared
     *
     * @return array{int, int, int} measures that pair, those that are the same, and measures of the longer section, upbeats left out
     */
    private static function pairs(Piece $piece, Likeness $likeness, array $shapes, Section $section, int $from, int $to): array
    {
        $start = 0 === $section->from && $piece->upbeat() > 0 ? 1 : $section->from;
        $best = [0, 0];
        // A measure more at the start of either does not count.
        foreach ([[$start, $from], [$start + 1, $from], [$start, $from + 1]] as [$of, $at]) {
            $pairs = $same = 0;
            for ($step = 0; $of + $step < $section->to && $at + $step < $to; ++$step) {
                if ($likeness->isSilent($at + $step)) {
                    continue;
                }
                $one = $shapes[$of + $step];
                $other = $shapes[$at + $step];
                $isSame = $one->same === $other->same;
                $pairs += $isSame || null !== $one->octavesFrom($other) || null !== $likeness->between($of + $step, $at + $step) ? 1 : 0;
                $same += $isSame ? 1 : 0;
            }
            $best = $pairs > $best[0] ? [$pairs, $same] : $best;
            if (2 * $pairs >= $section->to - $of) {
                break;
            }
        }

        return [...$best, max($section->to - $start, $to - $from)];
    }

    /** @return list<bool> of each measure, whether its first part begins it with the fingers of the right hand */
    private static function plucked(Piece $piece): array
    {
        $plucked = [];
        $isPlucked = false;
        foreach (array_keys($piece->measures) as $position) {
            $start = null;
            foreach (($piece->parts[0] ?? null)?->events($position) ?? [] as $event) {
                foreach ($event->marks->words as $word) {
                    $isPlucked = PlayingWord::Pluck === $word || ($isPlucked && PlayingWord::Bow !== $word);
                }
                $start ??= $event->isRest() ? null : $isPlucked;
            }
            $plucked[] = $start ?? $isPlucked;
        }

        return $plucked;
    }

    private static function letter(int $number): string
    {
        return \chr(\ord('A') + ($number % 26)).($number >= 26 ? (string) intdiv($number, 26) : '');
    }
}
