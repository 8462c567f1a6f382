<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * How much there is to learn between two places (handbook 5): the notes of the busiest part, weighted by how new they are; a note equal
 * to its left neighbor weighs little.
 */
final class Load
{
    /** Of a note that is equal to its left neighbor. */
    private const REPEATED = 0.3;
    /** Where no notes are known. */
    private const NOTES_PER_BEAT = 0.75;
    /** Notes that one chunk wishes to hold, by year of playing. */
    private const WISH = [1 => 12.0, 2 => 18.0, 3 => 26.0, 4 => 34.0];

    /**
     * The load between each two neighboring places.
     *
     * @param non-empty-list<Place> $places  rising, from the start of the piece to its end
     * @param array<string, float>  $weights of notes, by event id; 1 where none is given
     *
     * @return list<float> one less than there are places
     */
    public static function between(Piece $piece, array $places, array $weights = []): array
    {
        $loads = array_fill(0, \count($places) - 1, 0.0);
        if ($piece->isOutline()) {
            return array_map(
                static fn (int $index): float => (self::NOTES_PER_BEAT * $piece->ticksBetween($places[$index], $places[$index + 1])) /
                    $piece->beatTicks,
                array_keys($loads),
            );
        }
        foreach ($piece->parts as $part) {
            $own = array_fill(0, \count($loads), 0.0);
            $cell = 0;
            $before = '';
            foreach ($part->measures as $position => $events) {
                while (isset($places[$cell + 2]) && $places[$cell + 1]->position <= $position && 0 === $places[$cell + 1]->offset) {
                    ++$cell;
                }
                $inside = [];
                for ($next = $cell + 1; isset($places[$next + 1]) && $places[$next]->position === $position; ++$next) {
                    $inside[] = $places[$next]->offset;
                }
                foreach ($events as $event) {
                    if ($event->isRest() || $event->tiedFrom || $event->isGrace()) {
                        continue;
                    }
                    $name = $event->pitches[0]->name();
                    $at = $cell;
                    foreach ($inside as $offset) {
                        $at += $event->start >= $offset ? 1 : 0;
                    }
                    $own[$at] += $name === $before ? self::REPEATED : $weights[$event->id] ?? 1.0;
                    $before = $name;
                }
                $cell += \count($inside);
            }
            foreach ($own as $index => $load) {
                $loads[$index] = max($loads[$index], $load);
            }
        }

        return array_values($loads);
    }

    /** @param int $level year of playing; held between 1 and 4 */
    public static function wish(int $level): float
    {
        return self::WISH[max(1, min(4, $level))];
    }
}
