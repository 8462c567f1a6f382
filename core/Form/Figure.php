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
    private const TRIADS = ['major' => [0, 4, 7], 'minor' => [0, 3, 7], 'diminished' => [0, 3, 6]];

    /** @return list<self> of one measure of a part, in its first voice */
    public static function find(Part $part, int $position): array
    {
        $pitches = self::pitches($part, $position);
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
        if (!\in_array(0, $steps, true) && null !== self::triad($pitches)) {
            $figures[] = self::BrokenChord;
        }
        $most = max(array_count_values(array_map(static fn (Pitch $pitch): int => $pitch->midi(), $pitches)));
        if ($most >= self::LEAST && 2 * $most >= \count($pitches)) {
            $figures[] = self::RepeatedNote;
        }

        return $figures;
    }

    /** @return list<Pitch> that one measure of a part strikes in its first voice, the lowest of each chord */
    public static function pitches(Part $part, int $position): array
    {
        $pitches = [];
        foreach ($part->events($position) as $event) {
            if (1 === $event->voice && !$event->isRest() && !$event->isGrace() && !$event->tiedFrom) {
                $pitches[] = $event->pitches[0];
            }
        }

        return $pitches;
    }

    /**
     * The triad that some notes make.
     *
     * @param list<Pitch> $pitches
     *
     * @return array{string, string}|null letter of its root, and major, minor or diminished
     */
    public static function triad(array $pitches): ?array
    {
        $names = [];
        foreach ($pitches as $pitch) {
            $names[$pitch->midi() % 12] ??= $pitch->letterName();
        }
        if (3 !== \count($names)) {
            return null;
        }
        foreach ($names as $root => $name) {
            $above = array_map(static fn (int $class): int => ($class - $root + 12) % 12, array_keys($names));
            sort($above);
            $kind = array_search($above, self::TRIADS, true);
            if (false !== $kind) {
                return [$name, $kind];
            }
        }

        return null;
    }

    /**
     * The note that sounds most often.
     *
     * @param non-empty-list<Pitch> $pitches
     */
    public static function center(array $pitches): Pitch
    {
        $counts = array_count_values(array_map(static fn (Pitch $pitch): int => $pitch->midi(), $pitches));
        foreach ($pitches as $pitch) {
            if ($counts[$pitch->midi()] === max($counts)) {
                return $pitch;
            }
        }

        return $pitches[0];
    }
}
