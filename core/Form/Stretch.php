<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Piece;

/**
 * Music that comes back with all lengths times one factor (handbook 5): ties count as one note, and the last note may be shorter or longer.
 * The first voice of the first part is looked at.
 */
final class Stretch
{
    /** Notes by which a run is found, and that it has at least. */
    private const NOTES = 6;
    private const LEAST = 4;

    /**
     * How each measure of a section is like one of an earlier section; none if it is not so. At least half of the earlier one is there.
     *
     * @return array<int, Like> by position
     */
    public static function between(Piece $piece, Section $section, int $from, int $to): array
    {
        $start = 0 === $section->from && $piece->upbeat() > 0 ? 1 : $section->from;
        $earlier = self::notes($piece, $start, $section->to);
        $later = self::notes($piece, $from, $to);
        $count = \count($later);
        if ([] === $later || [] === $earlier || $count < self::LEAST || $count > \count($earlier) || 2 * $count < \count($earlier)) {
            return [];
        }

        return self::matching($earlier, 0, $later, 0) === $count ? self::likes($earlier, $later) : [];
    }

    /**
     * Runs of so many measures and more that are earlier music at other lengths.
     *
     * @return array<int, Run> by the position at which they begin
     */
    public static function longRuns(Piece $piece, int $measures): array
    {
        $notes = self::notes($piece, 0, \count($piece->measures));
        $seen = $runs = [];
        foreach ($notes as $index => $note) {
            if (0 !== $note->offset || $note->isSilent() || !isset($notes[$index + self::NOTES - 1])) {
                continue;
            }
            $key = '';
            for ($step = 0; $step < self::NOTES; ++$step) {
                $key .= $notes[$index + $step]->pitches.' ';
            }
            $earlier = $seen[$key] ?? null;
            if (null === $earlier) {
                $seen[$key] = $index;
                continue;
            }
            $length = self::matching($notes, $earlier, $notes, $index, $index - $earlier);
            $whole = $notes[$index + max(1, $length) - 1]->position + 1 - $note->position;
            if ($length >= self::NOTES && $whole >= $measures) {
                $runs[$note->position] = new Run($notes[$earlier]->position, $note->position, $whole, LikenessKind::Longer);
            }
        }

        return $runs;
    }

    /**
     * How many notes from one place on are those from another at one factor, the last at any length.
     *
     * @param list<StretchNote> $earlier
     * @param list<StretchNote> $later
     */
    private static function matching(array $earlier, int $of, array $later, int $at, int $most = \PHP_INT_MAX): int
    {
        if (!isset($earlier[$of], $later[$at]) || $earlier[$of]->ticks === $later[$at]->ticks) {
            return 0;
        }
        $length = 0;
        while ($length < $most && isset($earlier[$of + $length], $later[$at + $length])) {
            $one = $earlier[$of + $length];
            $other = $later[$at + $length];
            if ($one->pitches !== $other->pitches) {
                break;
            }
            ++$length;
            if ($other->ticks * $earlier[$of]->ticks !== $one->ticks * $later[$at]->ticks) {
                break;
            }
        }

        return $length;
    }

    /**
     * @param non-empty-list<StretchNote> $earlier
     * @param non-empty-list<StretchNote> $later
     *
     * @return array<int, Like>
     */
    private static function likes(array $earlier, array $later): array
    {
        $by = round($later[0]->ticks / $earlier[0]->ticks, 6);
        $likes = [];
        foreach ($later as $index => $note) {
            $likes[$note->position] ??= new Like($earlier[$index]->position, LikenessKind::Longer, $by);
        }

        return $likes;
    }

    /** @return list<StretchNote> none is silent at the end */
    private static function notes(Piece $piece, int $from, int $to): array
    {
        /** @var list<StretchNote> $notes */
        $notes = [];
        for ($position = $from; $position < $to; ++$position) {
            foreach ($piece->parts[0]->events($position) as $event) {
                if ($event->isGrace() || 1 !== $event->voice) {
                    continue;
                }
                $last = array_pop($notes);
                if (null !== $last && ($event->tiedFrom || ($event->isRest() && $last->isSilent()))) {
                    $notes[] = $last->longer($event->length);
                    continue;
                }
                if (null !== $last) {
                    $notes[] = $last;
                }
                $notes[] = new StretchNote(self::pitches($event), $event->length, $position, $event->start);
            }
        }
        if ([] !== $notes && $notes[\count($notes) - 1]->isSilent()) {
            array_pop($notes);
        }

        return $notes;
    }

    private static function pitches(Event $event): string
    {
        $names = '';
        foreach ($event->pitches as $pitch) {
            $names .= $pitch->name();
        }

        return $names;
    }
}
