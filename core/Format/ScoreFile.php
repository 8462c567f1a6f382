<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Format\Abc\Reader as AbcReader;
use CoinStair\Core\Format\MusicXml\Reader as MusicXmlReader;

/**
 * Reads a file by what is in it, whatever its name says.
 */
final class ScoreFile
{
    /** Largest file that is read, in bytes (handbook 2). */
    public const MAX_BYTES = 20 * 1024 * 1024;

    /**
     * @throws UnreadableFile
     */
    public static function read(string $bytes): ReadResult
    {
        if (\strlen($bytes) > self::MAX_BYTES) {
            throw UnreadableFile::because('The file is larger than 20 MB.');
        }
        if ('' === trim($bytes)) {
            throw UnreadableFile::because('The file is empty.');
        }
        if (str_starts_with($bytes, "PK\x03\x04")) {
            throw UnreadableFile::because('This is a packed file (.mxl or .zip). Unpack it and give the MusicXML file inside.');
        }

        return 'musicxml' === self::format($bytes) ? MusicXmlReader::read($bytes) : AbcReader::read($bytes);
    }

    /** musicxml or abc. */
    public static function format(string $bytes): string
    {
        $start = ltrim(substr($bytes, 0, 1024), "\xEF\xBB\xBF\xFE\xFF\0 \t\r\n");

        return str_starts_with($start, '<') ? 'musicxml' : 'abc';
    }
}
