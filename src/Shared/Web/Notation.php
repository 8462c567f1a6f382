<?php

declare(strict_types=1);

namespace App\Shared\Web;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Format\MusicXml\Writer;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Excerpt;
use CoinStair\Core\Score\Incipit;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;

/**
 * What the engraver in the browser gets: a small score, and which of its notes lie outside the chunk; and the same as text.
 */
final class Notation
{
    /**
     * @param list<string>|null $parts ids; all if none are named
     *
     * @return array{xml: string, outside: list<string>, landing: list<string>}
     */
    public static function ofChunk(Piece $piece, Chunk $chunk, ?array $parts = null): array
    {
        $landing = $chunk->landing($piece);
        $to = 1 + max($chunk->lastPosition(), $landing->position ?? 0);
        $view = self::ofMeasures($piece, $chunk->from->position, $to, $parts);
        $outside = $lands = [];
        foreach ($piece->parts as $part) {
            for ($position = $chunk->from->position; $position < $to; ++$position) {
                foreach ($part->events($position) as $event) {
                    $place = Place::of($position, $event->start);
                    if (null !== $landing && $place->equals($landing)) {
                        $lands[] = $event->id;
                    } elseif ($place->isBefore($chunk->from) || !$place->isBefore($chunk->to)) {
                        $outside[] = $event->id;
                    }
                }
            }
        }

        return ['xml' => $view, 'outside' => $outside, 'landing' => $lands];
    }

    /**
     * @param list<string>|null $parts   ids; all if none are named
     * @param list<string>|null $numbers to print over the measures; the counted ones if none are given
     */
    public static function ofMeasures(Piece $piece, int $from, int $to, ?array $parts = null, ?array $numbers = null): string
    {
        $excerpt = Excerpt::cut($piece, $from, $to, $parts);
        // The name of a part that stands alone is said beside the notation.
        $excerpt = 1 === \count($excerpt->parts) ? $excerpt->withParts([$excerpt->parts[0]->withName('')]) : $excerpt;

        return Writer::forEngraving($excerpt, $numbers ?? \array_slice(MeasureNumbers::of($piece)->all(), $from, $to - $from));
    }

    /**
     * All of a piece, in the rows of its book.
     *
     * @param list<string>|null $parts ids; all if none are named
     */
    public static function ofPiece(Piece $piece, ?array $parts = null): string
    {
        $shown = null === $parts ? $piece : Excerpt::cut($piece, 0, \count($piece->measures), $parts);
        $shown = 1 === \count($shown->parts) ? $shown->withParts([$shown->parts[0]->withName('')]) : $shown;

        return Writer::forEngraving($shown, MeasureNumbers::of($piece)->all(), true);
    }

    /**
     * How a piece begins, for the engraver and in letters.
     *
     * @return array{xml: string, text: string}|null none for an outline
     */
    public static function incipit(Piece $piece): ?array
    {
        $begins = Incipit::of($piece);
        if (null === $begins) {
            return null;
        }
        $measures = array_map(
            static fn (array $measure): string => implode(' ', array_map(self::letters(...), $measure)),
            $begins->parts[0]->measures,
        );

        return [
            'xml' => Writer::forEngraving(
                $begins->withParts([$begins->parts[0]->withName('')]),
                MeasureNumbers::of($begins)->all(),
            ),
            'text' => implode(' | ', $measures),
        ];
    }

    /**
     * Where each note and rest of a piece begins, for what is drawn over it: the first event of any part at each place.
     *
     * @param list<string>|null $parts ids; all if none are named
     *
     * @return list<list<array{int, string}>> for each measure the ticks from its start, rising, and the id
     */
    public static function places(Piece $piece, ?array $parts = null): array
    {
        $places = [];
        foreach ($piece->measures as $measure) {
            $at = [];
            foreach ($piece->parts as $part) {
                if (null !== $parts && !\in_array($part->id, $parts, true)) {
                    continue;
                }
                foreach ($part->events($measure->position) as $event) {
                    if (!$event->isGrace()) {
                        $at[$event->start] ??= [$event->start, $event->id];
                    }
                }
            }
            ksort($at);
            $places[] = array_values($at);
        }

        return $places;
    }

    /**
     * The letters of each measure with their beats: for screen readers, and where no engraver runs.
     *
     * @return list<array{number: string, notes: list<string>}>
     */
    public static function text(Piece $piece, Part $part, int $from, int $to): array
    {
        $numbers = MeasureNumbers::of($piece);
        $lines = [];
        for ($position = $from; $position < min($to, \count($piece->measures)); ++$position) {
            $notes = [];
            foreach ($part->events($position) as $event) {
                if (!$event->isGrace()) {
                    $notes[] = self::note($event, $piece->beatTicks);
                }
            }
            $lines[] = ['number' => $numbers->at($position), 'notes' => $notes];
        }

        return $lines;
    }

    private static function note(Event $event, int $beatTicks): string
    {
        return self::letters($event).' '.Ticks::beats($event->length, $beatTicks);
    }

    private static function letters(Event $event): string
    {
        $letters = implode('+', array_map(static fn (Pitch $pitch): string => $pitch->letterName(), $event->pitches));

        return '' === $letters ? '–' : $letters;
    }
}
