<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;

/**
 * Which measures come back, and how (handbook 5): each measure against the earliest for which a kind holds. Measures are compared by keys
 * of their forms, so that the work grows with their number.
 */
final readonly class Likeness
{
    /** Measures that make a run. */
    private const RUN = 2;

    /**
     * @param list<int>          $classes number of the class of equal measures that each belongs to, from 0 in order of appearance
     * @param list<list<Like>>   $likes   of each measure
     * @param list<MeasureShape> $shapes  of each measure
     */
    private function __construct(public array $classes, public array $likes, public array $shapes)
    {
    }

    /** @param Part|null $part none: over all parts */
    public static function of(Piece $piece, ?Part $part = null): self
    {
        $parts = null === $part ? $piece->parts : [$part];
        $shapes = [];
        foreach (array_keys($piece->measures) as $position) {
            $shapes[] = MeasureShape::of($piece, $parts, $position);
        }
        $classes = self::classes($shapes);
        $likes = [];
        $earliest = [];
        foreach ($shapes as $position => $shape) {
            $likes[] = self::likes($earliest, $shapes, $classes, $position);
            foreach (['same', 'start', 'rhythm', 'contour', 'interval', 'line'] as $form) {
                $earliest[$form][$shape->{$form}][$classes[$position]] ??= $position;
            }
        }

        return new self(
            $classes,
            self::withoutPickup($piece, $parts, $classes, $likes),
            $shapes,
        );
    }

    /** Measures that are to be learned: classes that have notes. */
    public function distinct(): int
    {
        return \count(
            array_unique(array_filter($this->classes, fn (int $position): bool => !$this->isSilent($position), \ARRAY_FILTER_USE_KEY)),
        );
    }

    /**
     * Measures that come back the same: the number of their kind, from 0 in order of appearance.
     *
     * @return array<int, int> by position; measures that stand once, and silent ones, are left out
     */
    public function returning(): array
    {
        $counts = array_count_values(
            array_filter($this->classes, fn (int $position): bool => !$this->isSilent($position), \ARRAY_FILTER_USE_KEY),
        );
        $numbers = $returning = [];
        foreach ($this->classes as $position => $class) {
            if (($counts[$class] ?? 0) > 1) {
                $returning[$position] = $numbers[$class] ??= \count($numbers);
            }
        }

        return $returning;
    }

    public function isSilent(int $position): bool
    {
        return $this->shapes[$position]->isSilent();
    }

    /** How one measure is like another, by the kinds by which sections pair; none if it is not. */
    public function between(int $earlier, int $later): ?LikenessKind
    {
        if ($this->classes[$earlier] === $this->classes[$later]) {
            return LikenessKind::Same;
        }
        foreach ($this->likes[$later] as $like) {
            if ($like->kind->pairs() && $this->classes[$like->of] === $this->classes[$earlier]) {
                return $like->kind;
            }
        }

        return null;
    }

    /**
     * @param list<MeasureShape> $shapes
     *
     * @return list<int>
     */
    private static function classes(array $shapes): array
    {
        $numbers = $classes = [];
        foreach ($shapes as $shape) {
            $classes[] = $numbers[$shape->same] ??= \count($numbers);
        }

        return $classes;
    }

    /**
     * @param array<string, array<string, array<int, int>>> $earliest first position by form, key and class
     * @param list<MeasureShape>                            $shapes
     * @param list<int>                                     $classes
     *
     * @return list<Like>
     */
    private static function likes(array $earliest, array $shapes, array $classes, int $position): array
    {
        $shape = $shapes[$position];
        $same = $earliest['same'][$shape->same][$classes[$position]] ?? null;
        $likes = null === $same ? [] : [new Like($same, LikenessKind::Same)];
        if ($shape->isSilent()) {
            return $likes;
        }
        $others = static fn (string $form, string $key): array => array_filter(
            $earliest[$form][$key] ?? [],
            static fn (int $class): bool => $class !== $classes[$position],
            \ARRAY_FILTER_USE_KEY,
        );
        foreach ($others('start', $shape->start) as $of) {
            $likes[] = new Like($of, LikenessKind::OtherEnding);
            break;
        }
        array_push(
            $likes,
            ...self::moved($others('contour', $shape->contour), $shapes, $shape),
            ...self::elsewhere($others('interval', $shape->interval), $shapes, $shape),
        );
        foreach ($others('line', $shape->line) as $of) {
            if ($shapes[$of]->first !== $shape->first && $shapes[$of]->first > 0) {
                $likes[] = new Like($of, LikenessKind::Longer, round($shape->first / $shapes[$of]->first, 6));
                break;
            }
        }
        foreach ($earliest['rhythm'][$shape->rhythm] ?? [] as $of) {
            $likes[] = new Like($of, LikenessKind::SameRhythm);
            break;
        }

        return $likes;
    }

    /**
     * @param array<int, int>    $earlier positions
     * @param list<MeasureShape> $shapes
     *
     * @return list<Like>
     */
    private static function moved(array $earlier, array $shapes, MeasureShape $shape): array
    {
        foreach ($earlier as $of) {
            $by = $shape->lettersFrom($shapes[$of]);
            if (null !== $by) {
                return [new Like($of, LikenessKind::Moved, $by)];
            }
        }

        return [];
    }

    /**
     * Exactly the same intervals: octaves apart, or so many strings apart.
     *
     * @param array<int, int>    $earlier positions
     * @param list<MeasureShape> $shapes
     *
     * @return list<Like>
     */
    private static function elsewhere(array $earlier, array $shapes, MeasureShape $shape): array
    {
        $likes = [];
        foreach ($earlier as $of) {
            $octaves = $shape->octavesFrom($shapes[$of]);
            if (!isset($likes['octave']) && null !== $octaves && 0 !== $octaves) {
                $likes['octave'] = new Like($of, LikenessKind::Octave, $octaves);
            }
            $strings = $shape->stringsFrom($shapes[$of]);
            if (!isset($likes['string']) && null !== $strings) {
                $likes['string'] = new Like($of, LikenessKind::OtherString, $strings);
            }
        }

        return array_values($likes);
    }

    /**
     * The run that opens a piece after its upbeat, come back with another upbeat or none.
     *
     * @param list<Part>       $parts
     * @param list<int>        $classes
     * @param list<list<Like>> $likes
     *
     * @return list<list<Like>>
     */
    private static function withoutPickup(Piece $piece, array $parts, array $classes, array $likes): array
    {
        $count = \count($classes);
        $upbeat = $piece->upbeat();
        if (0 === $upbeat || $count < 2 + self::RUN) {
            return $likes;
        }
        $opening = self::lastTicks($piece, $parts, 0, $upbeat);
        for ($position = 1 + self::RUN; $position + self::RUN <= $count; ++$position) {
            $returns = true;
            for ($step = 0; $step < self::RUN; ++$step) {
                $returns = $returns && $classes[$position + $step] === $classes[1 + $step];
            }
            if ($returns && self::lastTicks($piece, $parts, $position - 1, $upbeat) !== $opening) {
                $likes[$position][] = new Like(1, LikenessKind::WithoutPickup);
            }
        }

        return array_values($likes);
    }

    /** @param list<Part> $parts */
    private static function lastTicks(Piece $piece, array $parts, int $position, int $ticks): string
    {
        $from = $piece->measures[$position]->length - $ticks;
        $text = '';
        foreach ($parts as $part) {
            foreach ($part->events($position) as $event) {
                if ($event->start >= $from && !$event->isGrace()) {
                    $text .= $event->start - $from.'+'.$event->length;
                    foreach ($event->pitches as $pitch) {
                        $text .= $pitch->name();
                    }
                    $text .= ' ';
                }
            }
            $text .= '|';
        }

        return $text;
    }
}
