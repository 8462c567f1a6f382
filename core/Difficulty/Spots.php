<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

use CoinStair\Core\Form\Texture;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\LeftHand\FingerMark;
use CoinStair\Core\LeftHand\FingerMarks;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * The hard spots of a line (handbook 5): moves that are not comfortable at the goal tempo, those of one measure that are two beats or
 * less apart as one; and places that are hard for other reasons: the entry after a long rest, a new key or meter, the last ending, a place
 * on the string that is new.
 */
final class Spots
{
    private const LONG_REST_BEATS = 2;
    /** Beats up to which the moves of one measure are one spot. */
    private const TOGETHER_BEATS = 2;

    /**
     * Moves that are not comfortable at a goal, as they come; those of one measure that are two beats or less apart are one spot.
     *
     * @param int        $beatTicks length of a beat
     * @param list<Move> $moves     of the line
     * @param int        $goal      beats a minute
     *
     * @return list<Spot>
     */
    public static function hard(Instrument $instrument, int $beatTicks, array $moves, int $goal): array
    {
        $spots = $open = [];
        foreach ($moves as $move) {
            if ($move->comfort() >= $goal) {
                continue;
            }
            if ([] !== $open && !self::isOneSpot($open[\count($open) - 1], $move, $beatTicks)) {
                $spots[] = self::cluster($instrument, $open, $goal);
                $open = [];
            }
            $open[] = $move;
        }

        return [] === $open ? $spots : [...$spots, self::cluster($instrument, $open, $goal)];
    }

    /**
     * The notes on which a part goes its own way after it was in unison with others.
     *
     * @param Piece         $piece   with all its parts
     * @param MovesOfLine   $moves   of the part
     * @param list<Texture> $texture of the piece
     *
     * @return list<Spot>
     */
    public static function leavingUnison(Piece $piece, BothHands $hands, MovesOfLine $moves, array $texture): array
    {
        $spots = [];
        $id = $hands->part->id;
        $together = false;
        foreach ($texture as $index => $span) {
            $was = $together;
            $together = $span->isInUnison($id);
            $earlier = $texture[$index - 1] ?? null;
            if (null === $earlier || !$was || $together || \in_array($id, $span->rests, true)) {
                continue;
            }
            // Who goes on alone because the others rest leaves nobody.
            $partners = array_values(array_diff($earlier->unisonOf($id), $span->rests));
            $place = [] === $partners ? null : self::firstOwn($piece, $hands, $span->from, $partners);
            if (null !== $place) {
                $spots[] = new Spot(
                    $hands->instrument(),
                    $moves->noteBefore($place) ?? $place,
                    $place,
                    null,
                    1.0,
                    new Notice(0, 0, 'The part leaves the unison.'),
                );
            }
        }

        return $spots;
    }

    /**
     * The first note of a part, from a measure on, that none of its partners plays.
     *
     * @param list<string> $partners ids of parts
     */
    private static function firstOwn(Piece $piece, BothHands $hands, int $position, array $partners): ?Place
    {
        $theirs = [];
        foreach ($piece->parts as $part) {
            if (\in_array($part->id, $partners, true)) {
                foreach ($part->events($position) as $event) {
                    $theirs[$event->start.' '.($event->pitches[0] ?? null)?->letterName()] = true;
                }
            }
        }
        foreach ($hands->part->events($position) as $event) {
            if (!$event->isRest() && !isset($theirs[$event->start.' '.$event->pitches[0]->letterName()])) {
                return Place::of($position, $event->start);
            }
        }

        return null;
    }

    private static function isOneSpot(Move $one, Move $next, int $beatTicks): bool
    {
        return $one->to->position === $next->to->position && $next->at - $one->at <= self::TOGETHER_BEATS * $beatTicks;
    }

    /** @param non-empty-list<Move> $moves */
    private static function cluster(Instrument $instrument, array $moves, int $goal): Spot
    {
        $worst = $moves[0];
        foreach ($moves as $move) {
            $worst = $move->comfort() < $worst->comfort() ? $move : $worst;
        }

        return new Spot($instrument, $moves[0]->from, $moves[\count($moves) - 1]->to, $worst, $goal / $worst->comfort(), $worst->reason);
    }

    /**
     * What is hard without a tempo: the entry after a long rest, a new key or meter, the last ending, a place that is new.
     *
     * @return list<Spot>
     */
    public static function others(BothHands $hands): array
    {
        $spots = $met = [];
        $end = 0;
        $before = null;
        $measures = $hands->piece->measures;
        foreach ($hands->fingering->notes as $index => $note) {
            $sentences =
                null === $before || $before->position !== $note->position
                    ? self::ofMeasure($measures[$note->position], $measures[$note->position - 1] ?? null)
                    : [];
            if ($note->at - $end > self::LONG_REST_BEATS * $hands->piece->beatTicks) {
                $sentences[] = 'The entry after a long rest.';
            }
            if (\in_array(FingerMark::New, $hands->fingerMarks[$index], true)) {
                // A new place is a spot where it is met first in the piece.
                $name = self::placeName($hands, $index);
                if (!isset($met[$name])) {
                    $sentences[] = 'A place on the string that is new to the class.';
                }
                $met[$name] = true;
            }
            foreach ($sentences as $sentence) {
                $place = Place::of($note->position, $note->offset);
                $spots[] = new Spot(
                    $hands->instrument(),
                    null === $before ? $place : Place::of($before->position, $before->offset),
                    $place,
                    null,
                    1.0,
                    new Notice(0, 0, $sentence),
                );
            }
            $end = $note->at + $note->length;
            $before = $note;
        }

        return $spots;
    }

    /** @return list<string> what makes the first note of a measure a spot */
    private static function ofMeasure(Measure $measure, ?Measure $earlier): array
    {
        return array_keys(
            array_filter([
                'The key changes.' => null !== $earlier && !$earlier->key->equals($measure->key),
                'The meter changes.' => null !== $earlier && !$earlier->meter->equals($measure->meter),
                'The jump to the last ending.' => [] !== $measure->endingStart && !\in_array(1, $measure->endingStart, true),
            ]),
        );
    }

    private static function placeName(BothHands $hands, int $index): string
    {
        $choice = $hands->fingering->choices[$index];

        return null === $choice ? '' : FingerMarks::place($hands->fingering, $choice);
    }
}
