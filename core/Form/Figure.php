<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Pitch;

/** What a measure is made of, where it is made of one thing (handbook 5). */
enum Figure: string
{
    case ScaleRun = 'scale-run';
    case BrokenChord = 'broken-chord';
    case RepeatedNote = 'repeated-note';

    /** Notes that make a figure. */
    private const LEAST = 3;
    /** Half steps above the lowest note of a triad in root position. */
    private const TRIADS = [[0, 4, 7], [0, 3, 7], [0, 3, 6]];

    /** @return list<self> of one measure of a part, in its first voice */
    public static function of(Part $part, int $position): array
    {
        $pitches = [];
        foreach ($part->events($position) as $event) {
            if (1 === $event->voice && !$event->isRest() && !$event->isGrace() && !$event->tiedFrom) {
                $pitches[] = $event->pitches[0];
            }
        }
        if (\count($pitches) < self::LEAST) {
            return [];
        }
        $steps = [];
        foreach (\array_slice($pitches, 1) as $index => $pitch) {
            $steps[] = $pitch->diatonic() - $pitches[$index]->diatonic();
        }
        $figures = [];
        if ([1] === array_values(array_unique($steps)) || [-1] === array_values(array_unique($steps))) {
            $figures[] = self::ScaleRun;
        }
        if (!\in_array(0, $steps, true) && self::isTriad($pitches)) {
            $figures[] = self::BrokenChord;
        }
        $most = max(array_count_values(array_map(static fn (Pitch $pitch): int => $pitch->midi(), $pitches)));
        if ($most >= self::LEAST && 2 * $most >= \count($pitches)) {
            $figures[] = self::RepeatedNote;
        }

        return $figures;
    }

    /** @param list<Pitch> $pitches */
    private static function isTriad(array $pitches): bool
    {
        $classes = array_values(array_unique(array_map(static fn (Pitch $pitch): int => $pitch->midi() % 12, $pitches)));
        if (3 !== \count($classes)) {
            return false;
        }
        foreach ($classes as $root) {
            $above = array_map(static fn (int $class): int => ($class - $root + 12) % 12, $classes);
            sort($above);
            if (\in_array($above, self::TRIADS, true)) {
                return true;
            }
        }

        return false;
    }
}
