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

    /**
     * Those of an installation that wants others than the usual ones: its largest piece takes as long as it takes.
     *
     * @param int $measures    of the piece; at most those of a large score, like the others
     * @param int $notes       of all parts
     * @param int $notesInPart chords counted once
     */
    public static function of(int $measures, int $notes, int $notesInPart): self
    {
        $usual = self::usual();
        $large = self::large();
        $within = static fn (int $limit, int $most): int => max(1, min($most, $limit));

        return new self(
            $within($measures, $large->measures),
            $within($notes, $large->notes),
            $usual->parts,
            $within($notesInPart, $large->notesInPart),
            $usual->notesInMeasure,
            $usual->line,
            $usual->text,
        );
    }

    /** For honest large scores, where whoever runs the command waits for it. */
    public static function large(): self
    {
        return new self(20_000, 400_000, 64, 400_000, 4000, 1024 * 1024, self::FILE);
    }
}
