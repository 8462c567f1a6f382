<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;

/** Finds the notes on which a group has to change the bow, and how. */
final class LongNotes
{
    /** A fermata is reckoned so much longer than written. */
    private const HELD = 2.0;

    /**
     * @param list<BowedStroke> $strokes
     * @param int               $players who hold them
     *
     * @return list<LongNote>
     */
    public static function find(
        Piece $piece,
        array $strokes,
        Instrument $instrument,
        float $secondsPerTick,
        LongNotePolicy $policy,
        int $players,
    ): array {
        $starts = [];
        $at = 0;
        foreach ($piece->measures as $measure) {
            $starts[] = $at;
            $at += $measure->length;
        }
        $found = [];
        foreach ($strokes as $step) {
            $stroke = $step->stroke;
            $seconds = $stroke->length * $secondsPerTick;
            $longest = BowUse::longest($instrument, $stroke->loudness);
            if ($stroke->held) {
                $found[] = new LongNote(
                    $stroke->notes[0] ?? '',
                    $stroke->position,
                    $stroke->offset,
                    max(1, (int) ceil(($seconds * self::HELD) / $longest)),
                    true,
                    null,
                );
            } elseif ($seconds > $longest) {
                $perBeat = $stroke->length / $stroke->beats;
                $bars = [];
                foreach ($starts as $start) {
                    if ($start > $stroke->at && $start < $stroke->at + $stroke->length) {
                        $bars[] = ($start - $stroke->at) / $perBeat;
                    }
                }
                $planned =
                    LongNotePolicy::Planned === $policy && $players > 1
                        ? Stagger::of($stroke->beats, $longest / $secondsPerTick / $perBeat, $bars, $players)
                        : null;
                $found[] = new LongNote(
                    $stroke->notes[0] ?? '',
                    $stroke->position,
                    $stroke->offset,
                    $planned->bows ?? (int) ceil($seconds / $longest),
                    false,
                    null === $planned || [] === $planned->changes ? null : $planned,
                );
            }
        }

        return $found;
    }
}
