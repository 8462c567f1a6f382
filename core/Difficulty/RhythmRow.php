<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

use CoinStair\Core\LeftHand\LineNote;
use CoinStair\Core\Score\NoteValue;
use CoinStair\Core\Score\Piece;

/**
 * What the rhythm of a note costs (handbook 6): it is put on the move that leaves the note, since the long gap before it would hide it on
 * the one that reaches it.
 */
final class RhythmRow
{
    /** A short note after a dot is a third of what stands before it, and begins between the beats. */
    private const DOT = 3;

    /**
     * @param list<LineNote> $notes of one voice
     * @param int            $index of the note that is left; not of one that is held on
     */
    public static function of(Piece $piece, array $notes, int $index): ?MoveRow
    {
        $note = $notes[$index];
        $before = $notes[$index - 1] ?? null;

        return match (true) {
            self::isOffBeat($piece, $note, $before, $notes[$index + 1] ?? null) => MoveRow::OffBeat,
            null === NoteValue::ofTicks($note->length) => MoveRow::Tuplet,
            null !== $before
                && !$before->tiedFrom
                && 0 !== $note->offset % $piece->measures[$note->position]->meter->beatTicks()
                && $before->length === self::DOT * $note->length
                && $before->at + $before->length === $note->at => MoveRow::AfterDot,
            default => null,
        };
    }

    private static function isOffBeat(Piece $piece, LineNote $note, ?LineNote $before, ?LineNote $next): bool
    {
        $measure = $note->at - $note->offset;
        $silentFrom = null === $before ? $measure : max($measure, $before->at + $before->length);

        return $piece->measures[$note->position]->meter->isOffBeat(
            $note->offset,
            $note->length,
            null !== $next && $next->tiedFrom,
            $silentFrom < $note->at ? $silentFrom - $measure : null,
        );
    }
}
