<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Place;

/**
 * A round (handbook 5): parts that enter after one another with the same line. It is one line, which is learned in unison, then played in
 * two groups, then as it is written.
 */
final readonly class Canon
{
    /** Notes of the line that a part follows, at least, and the share of its own notes that are of the line. */
    private const NOTES = 8;
    private const SHARE = 0.75;

    /**
     * @param non-empty-array<string, int> $delays   measures after which each part enters, by its id
     * @param int                          $measures of the line
     * @param int                          $every    measures from one group to the next
     * @param string                       $leader   id of the part that begins
     */
    private function __construct(public array $delays, public int $measures, public int $every, private string $leader)
    {
    }

    /** None where the parts do not follow each other. */
    public static function find(Piece $piece): ?self
    {
        if (\count($piece->parts) < 2) {
            return null;
        }
        $lines = $starts = [];
        foreach ($piece->parts as $part) {
            $lines[$part->id] = $line = self::line($piece, $part);
            if ([] === $line) {
                return null;
            }
            $starts[$part->id] = $line[0][0];
        }
        $leader = (string) array_search(min($starts), $starts, true);
        $delays = [];
        foreach ($lines as $id => $line) {
            $ticks = $starts[$id] - $starts[$leader];
            $length = $piece->measures[\count($piece->measures) > 1 ? 1 : 0]->length;
            if (0 !== $ticks % $length || !self::follows($lines[$leader], $line, $ticks)) {
                return null;
            }
            $delays[$id] = intdiv($ticks, $length);
        }
        $later = array_filter($delays);
        $last = $lines[$leader][\count($lines[$leader]) - 1];

        return [] === $later ? null : new self($delays, 1 + $last[3], min($later), $leader);
    }

    /** Groups that enter one after the other. */
    public function groups(): int
    {
        return \count(array_unique($this->delays));
    }

    /** A place lies behind the line: there only those play who came later. */
    public function isBehind(Place $place): bool
    {
        return Place::of($this->measures)->isBefore($place);
    }

    /**
     * The piece as it is learned: all parts play the line together; behind it those measures of it come again that are played there last.
     */
    public function inUnison(Piece $piece): Piece
    {
        $last = max($this->delays);
        $parts = [];
        foreach ($piece->parts as $part) {
            $measures = [];
            foreach (array_keys($piece->measures) as $position) {
                $of = $position < $this->measures ? $position : $position - $last;
                $measures[] = $this->lineOf($piece, $part, $of, $position);
            }
            $parts[] = $part->withMeasures($measures);
        }

        return $piece->withParts($parts);
    }

    /**
     * A measure of the line as a part plays it; where its own is cut short at the end, as the leader does, in the octave of the part.
     *
     * @param int $of measure of the line
     * @param int $at where it is put
     *
     * @return list<Event>
     */
    private function lineOf(Piece $piece, Part $part, int $of, int $at): array
    {
        $from = $of + $this->delays[$part->id];
        $own = $from < \count($piece->measures) ? $part->events($from) : [];
        $leader = ($piece->part($this->leader) ?? $part)->events($of);
        if (self::sounds($leader) && !self::sounds($own)) {
            $own = $this->inOctaveOf($piece, $part, $leader);
        }

        return $at === $from ? $own : array_map(
            static fn (Event $event, int $index): Event => $event->withId("$part->id-m$at-v$event->voice-$index-of-$event->id"),
            $own,
            array_keys($own),
        );
    }

    /**
     * @param list<Event> $events of the leader
     *
     * @return list<Event>
     */
    private function inOctaveOf(Piece $piece, Part $part, array $events): array
    {
        $first = static fn (Part $one): int => self::firstPitch($one);
        $octaves = (int) round(($first($part) - $first($piece->part($this->leader) ?? $part)) / 12);

        return array_map(
            static fn (Event $event): Event => $event->sounding(
                array_map(static fn (Pitch $pitch): Pitch => $pitch->octavesUp($octaves), $event->pitches),
            ),
            $events,
        );
    }

    /** @param list<Event> $events */
    private static function sounds(array $events): bool
    {
        return [] !== array_filter($events, static fn (Event $event): bool => !$event->isRest());
    }

    private static function firstPitch(Part $part): int
    {
        foreach ($part->measures as $events) {
            foreach ($events as $event) {
                if (!$event->isRest()) {
                    return $event->pitches[0]->midi();
                }
            }
        }

        return 0;
    }

    /**
     * Whether a part plays the line from its beginning, octaves apart; at its end it may close otherwise.
     *
     * @param list<array{int, int, string, int}> $line
     * @param list<array{int, int, string, int}> $part
     */
    private static function follows(array $line, array $part, int $ticks): bool
    {
        $same = 0;
        foreach ($part as $index => [$at, $length, $letters]) {
            $of = $line[$index] ?? null;
            if (null === $of || $of[0] + $ticks !== $at || $of[1] !== $length || $of[2] !== $letters) {
                break;
            }
            ++$same;
        }

        return $same >= self::NOTES && $same >= self::SHARE * \count($part);
    }

    /** @return list<array{int, int, string, int}> ticks from the start of the piece, length, letters, measure position */
    private static function line(Piece $piece, Part $part): array
    {
        $notes = [];
        $at = 0;
        foreach ($piece->measures as $position => $measure) {
            foreach ($part->events($position) as $event) {
                if (!$event->isRest() && !$event->isGrace()) {
                    $letters = '';
                    foreach ($event->pitches as $pitch) {
                        $letters .= $pitch->letter.$pitch->alteration;
                    }
                    $notes[] = [$at + $event->start, $event->length, $letters, $position];
                }
            }
            $at += $measure->length;
        }

        return $notes;
    }
}
