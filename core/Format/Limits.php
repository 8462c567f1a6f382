<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

/**
 * How much of a score is read. Every limit has its refusal; with them any file, however hostile, is read or refused within two seconds and
 * 128 MB, its first analysis included (handbook 11).
 */
final readonly class Limits
{
    /** Bytes of any file (handbook 2). */
    public const FILE = 20 * 1024 * 1024;
    /** Of one chord: no part of a string orchestra comes near it. */
    public const TONES = 32;
    /** Notes of one group of grace notes. */
    public const GRACES = 64;
    /** Marks of one kind on one note. */
    public const MARKS = 32;
    /** Voices of one part. */
    public const VOICES = 8;
    /** Letters of one tag of XML. */
    public const TAG = 2000;

    /**
     * @param int $measures       of the piece
     * @param int $notes          of all parts, chords counted by their notes
     * @param int $parts          of the piece
     * @param int $notesInPart    chords counted once: a line that has no parts of its own is worked out for four instruments
     * @param int $notesInMeasure of one part
     * @param int $line           bytes of one line of text
     * @param int $text           bytes of a text that is no MusicXML
     */
    private function __construct(
        public int $measures,
        public int $notes,
        public int $parts,
        public int $notesInPart,
        public int $notesInMeasure,
        public int $line,
        public int $text,
    ) {
    }

    /** For whatever somebody sends: two hundred and fifty measures for five parts fit. */
    public static function usual(): self
    {
        return new self(800, 10_000, 32, 3000, 400, 20_000, 4 * 1024 * 1024);
    }

    /** For honest large scores, where whoever runs the command waits for it. */
    public static function large(): self
    {
        return new self(20_000, 400_000, 64, 400_000, 4000, 1024 * 1024, self::FILE);
    }
}
