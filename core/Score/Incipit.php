<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * How a piece begins, by which a teacher knows it in a list: its first two measures that are not silent, with the pickup before them, of
 * the first part that plays there (handbook 2).
 */
final class Incipit
{
    private const MEASURES = 2;

    /** @return Piece|null of one part; none for an outline, which has no notes */
    public static function of(Piece $piece): ?Piece
    {
        foreach (array_keys($piece->measures) as $from) {
            if ([] !== self::playing($piece, $from, $from + 1)) {
                $to = $from + self::MEASURES + (0 === $from && self::hasPickup($piece) ? 1 : 0);
                // The tune is in the first part, also where another begins a measure earlier.
                $parts = self::playing($piece, $from, $to);

                return Excerpt::cut($piece, $from, $to, \array_slice($parts, 0, 1));
            }
        }

        return null;
    }

    private static function hasPickup(Piece $piece): bool
    {
        return $piece->measures[0]->isShort() && \count($piece->measures) > 1;
    }

    /** @return list<string> ids of the parts that have a note in some measures */
    private static function playing(Piece $piece, int $from, int $to): array
    {
        $playing = array_filter($piece->parts, static function (Part $part) use ($from, $to): bool {
            foreach (\array_slice($part->measures, $from, $to - $from) as $events) {
                foreach ($events as $event) {
                    if (!$event->isRest()) {
                        return true;
                    }
                }
            }

            return false;
        });

        return array_values(array_map(static fn (Part $part): string => $part->id, $playing));
    }
}
