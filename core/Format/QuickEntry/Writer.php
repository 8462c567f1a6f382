<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Format\Abc\Writer as AbcWriter;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Excerpt;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;

/** Writes measures of a part as a line that quick entry reads. */
final class Writer
{
    /**
     * @param int  $from  first measure position
     * @param int  $to    measure position after the last
     * @param bool $signs with what all parts share: labels, rehearsal marks, jumps
     */
    public static function letters(Piece $piece, Part $part, int $from, int $to, bool $signs = true): Entry
    {
        $excerpt = Excerpt::cut($piece, $from, $to, [$part->id]);
        [$text, $unit] = AbcWriter::body($excerpt, $excerpt->parts[0], null, $signs);
        $first = $excerpt->measures[0];

        return new Entry(
            EntryMode::Letters,
            $text,
            $piece->title,
            $piece->composer,
            $first->meter->name(),
            $unit,
            AbcWriter::keyText($first->key),
            (string) $piece->goalTempo,
            $part->instrument,
        );
    }

    /**
     * The same by strings and fingers, as far as first position goes; what lies beyond stays a letter.
     *
     * @param int $from first measure position
     * @param int $to   measure position after the last
     */
    public static function fingers(Piece $piece, Part $part, int $from, int $to): Entry
    {
        $excerpt = Excerpt::cut($piece, $from, $to, [$part->id]);
        $holding = null;
        $end = 0;
        $tones = static function (Event $event, Key $key, string $length) use ($part, &$holding, &$end): ?string {
            // A finger right behind the length of a rest would be read as part of it: there the string is named again.
            $holding = $event->start > 0 && $event->start !== $end ? null : $holding;
            $end = $event->end();
            $token = 1 === \count($event->pitches) ? FingerToken::of($part->instrument, $event->pitches[0], $key) : null;
            if (null === $token) {
                return null;
            }
            $text = $token->text($holding);
            $holding = $token->string;

            return $text.('' === $length ? '' : ':'.$length).' ';
        };
        [$text, $unit] = AbcWriter::body($excerpt, $excerpt->parts[0], $tones);
        $first = $excerpt->measures[0];

        return new Entry(
            EntryMode::Fingers,
            trim((string) preg_replace(['/\((\d+:\d+:\d+) /', '/ {2,}/', '/ (?=[)-])/'], ['t$1 ', ' ', ''], $text)),
            $piece->title,
            $piece->composer,
            $first->meter->name(),
            $unit,
            AbcWriter::keyText($first->key),
            (string) $piece->goalTempo,
            $part->instrument,
        );
    }
}
