<?php

declare(strict_types=1);

namespace CoinStair\Core\Sound;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Form\CountIn;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * What one repetition of a chunk sounds and clicks, in beats: count-in, clicks, tones, landing.
 */
final class Repetition
{
    /**
     * The clicks of the count-in and of the chunk.
     *
     * @return list<Click>
     */
    public static function clicks(Piece $piece, Chunk $chunk, int $tempo): array
    {
        $beat = $piece->beatTicks;
        $clicks = [];
        $countIn = CountIn::ticks($piece, $chunk->from, $tempo);
        $full = $piece->measures[$chunk->from->position]->meter->ticks();
        $startsAt = CountIn::offsetInFullMeasure($piece, $chunk->from) ?: $full;
        $first = $startsAt - $countIn;
        for ($tick = (int) (ceil($first / $beat) * $beat); $tick < $startsAt; $tick += $beat) {
            $inMeasure = (($tick % $full) + $full) % $full;
            $clicks[] = new Click(($tick - $startsAt) / $beat, intdiv($inMeasure, $beat) + 1);
        }
        $end = $chunk->ticks($piece);
        $elapsed = -$chunk->from->offset;
        for ($position = $chunk->from->position; $elapsed < $end && isset($piece->measures[$position]); ++$position) {
            $measure = $piece->measures[$position];
            $missing = CountIn::offsetInFullMeasure($piece, Place::of($position));
            for ($tick = $missing; $tick < $missing + $measure->length; $tick += $beat) {
                $at = $elapsed + $tick - $missing;
                if ($at >= 0 && $at < $end && 0 === $tick % $beat) {
                    $clicks[] = new Click($at / $beat, intdiv($tick, $beat) + 1);
                }
            }
            $elapsed += $measure->length;
        }

        return $clicks;
    }

    /**
     * The tones of one part; tied notes sound as one, the landing long.
     *
     * @return list<Tone>
     */
    public static function tones(Piece $piece, Part $part, Chunk $chunk): array
    {
        $beat = $piece->beatTicks;
        $tones = [];
        /** @var array<int, int> $sounding index of the last tone at a MIDI number */
        $sounding = [];
        $landing = $chunk->landing($piece);
        $elapsed = -$chunk->from->offset;
        $last = $landing->position ?? $chunk->lastPosition();
        for ($position = $chunk->from->position; $position <= $last; ++$position) {
            foreach ($part->events($position) as $event) {
                $lands = null !== $landing && $position === $landing->position && $event->start === $landing->offset;
                if ($event->isRest() || $event->isGrace() || !(self::inside($chunk, $position, $event) || $lands)) {
                    continue;
                }
                $at = ($elapsed + $event->start) / $beat;
                foreach ($event->pitches as $pitch) {
                    $midi = $pitch->midi();
                    $tie = $event->tiedFrom && isset($sounding[$midi]) ? $tones[$sounding[$midi]] : null;
                    $length = $lands ? Chunk::LANDING_BEATS : $event->length / $beat;
                    if (null !== $tie) {
                        $tones[$sounding[$midi]] = new Tone($tie->event, $tie->at, $at - $tie->at + $length, $midi, $tie->landing);
                    } else {
                        $sounding[$midi] = \count($tones);
                        $tones[] = new Tone($event->id, $at, $length, $midi, $lands);
                    }
                }
            }
            $elapsed += $piece->measures[$position]->length;
        }

        return array_values($tones);
    }

    private static function inside(Chunk $chunk, int $position, Event $event): bool
    {
        $afterStart = $position > $chunk->from->position || $event->start >= $chunk->from->offset;
        $beforeEnd = $position < $chunk->to->position || $event->start < $chunk->to->offset;

        return $afterStart && $beforeEnd;
    }
}
