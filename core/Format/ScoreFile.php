<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Format\Abc\Reader as AbcReader;
use CoinStair\Core\Format\Midi\Reader as MidiReader;
use CoinStair\Core\Format\MusicXml\Packed;
use CoinStair\Core\Format\MusicXml\Reader as MusicXmlReader;

/**
 * Reads a file by what is in it, whatever its name says.
 */
final class ScoreFile
{
    /** Largest file that is read, in bytes (handbook 2). */
    public const MAX_BYTES = Limits::FILE;

    /**
     * @param Limits|null $limits those of a file that somebody sends, if none are named
     *
     * @throws UnreadableFile
     */
    public static function read(string $bytes, ?Limits $limits = null): ReadResult
    {
        $limits ??= Limits::usual();
        if (\strlen($bytes) > self::MAX_BYTES) {
            throw UnreadableFile::because('The file is larger than 20 MB.');
        }
        if ('' === trim($bytes)) {
            throw UnreadableFile::because('The file is empty.');
        }
        $other = OtherFile::told($bytes);
        if (null !== $other) {
            throw UnreadableFile::told($other);
        }
        $format = self::format($bytes);

        return match ($format) {
            'mxl' => MusicXmlReader::read(Packed::unpack($bytes, self::MAX_BYTES), $limits),
            'midi' => MidiReader::read($bytes, $limits),
            'musicxml' => MusicXmlReader::read($bytes, $limits),
            default => AbcReader::read($bytes, $limits),
        };
    }

    /** mxl, midi, musicxml or abc. */
    public static function format(string $bytes): string
    {
        if (str_starts_with($bytes, "PK\x03\x04")) {
            return 'mxl';
        }
        if (str_starts_with($bytes, 'MThd')) {
            return 'midi';
        }
        $start = ltrim(substr($bytes, 0, 1024), "\xEF\xBB\xBF\xFE\xFF\0 \t\r\n");

        return str_starts_with($start, '<') ? 'musicxml' : 'abc';
    }
}
