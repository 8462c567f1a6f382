<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Format\UnreadableFile;

/**
 * MusicXML packed as .mxl (handbook 2). A packed file is never trusted: entries, sizes, ratio and paths are checked before anything is
 * unpacked.
 */
final class Packed
{
    private const MAX_ENTRIES = 200;
    private const MAX_RATIO = 200;
    private const SMALL = 1_000_000;
    private const CONTAINER = 'META-INF/container.xml';
    private const MAX_CONTAINER = 65_536;

    /**
     * The MusicXML inside.
     *
     * @throws UnreadableFile
     */
    public static function unpack(string $bytes, int $limit): string
    {
        return self::withFile($bytes, static function (string $path) use ($bytes, $limit): string {
            $archive = new \ZipArchive();
            if (true !== $archive->open($path, \ZipArchive::RDONLY)) {
                throw UnreadableFile::because('The packed file is damaged: its list of contents cannot be read.');
            }
            try {
                return self::score($archive, \strlen($bytes), $limit);
            } finally {
                $archive->close();
            }
        });
    }

    public static function pack(string $musicXml): string
    {
        return self::withFile('', static function (string $path) use ($musicXml): string {
            $archive = new \ZipArchive();
            if (true !== $archive->open($path, \ZipArchive::CREATE | \ZipArchive::OVERWRITE)) {
                throw new \RuntimeException('No packed file can be made in the folder for temporary files.');
            }
            $archive->addFromString('mimetype', 'application/vnd.recordare.musicxml');
            $archive->setCompressionName('mimetype', \ZipArchive::CM_STORE);
            $archive->addFromString(
                self::CONTAINER,
                '<?xml version="1.0" encoding="UTF-8"?>'.
                    "\n".
                    '<container><rootfiles>'.
                    '<rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/>'.
                    '</rootfiles></container>'.
                    "\n",
            );
            $archive->addFromString('score.musicxml', $musicXml);
            $archive->close();

            return (string) file_get_contents($path);
        });
    }

    private static function score(\ZipArchive $archive, int $packed, int $limit): string
    {
        if ($archive->numFiles > self::MAX_ENTRIES) {
            throw UnreadableFile::because('The packed file holds more than {limit} files.', ['limit' => (string) self::MAX_ENTRIES]);
        }
        $total = 0;
        $candidates = [];
        for ($index = 0; $index < $archive->numFiles; ++$index) {
            $entry = $archive->statIndex($index);
            $name = false === $entry ? '' : $entry['name'];
            if (false === $entry || 1 === preg_match('~(^|/)\.\.(/|$)|^/|^[A-Za-z]:|\\\\|\0~', $name)) {
                throw UnreadableFile::because('The packed file holds a path that leads outside of it.');
            }
            $total += $entry['size'];
            if (1 === preg_match('/\.(musicxml|xml)$/i', $name) && !str_starts_with($name, 'META-INF/')) {
                $candidates[] = $name;
            }
        }
        if ($total > self::SMALL && $total > self::MAX_RATIO * $packed) {
            throw UnreadableFile::because(
                'The packed file unpacks to more than {ratio} times its size; such files are refused.',
                ['ratio' => (string) self::MAX_RATIO],
            );
        }
        $name = self::rootFile($archive) ?? ($candidates[0] ?? throw UnreadableFile::because('The packed file holds no MusicXML.'));

        return self::content($archive, $name, $limit) ??
            throw UnreadableFile::because(
                'The packed file names {name}, which is not in it or cannot be unpacked.',
                ['name' => mb_substr($name, 0, 80)],
            );
    }

    private static function rootFile(\ZipArchive $archive): ?string
    {
        $container = self::content($archive, self::CONTAINER, self::MAX_CONTAINER);

        return null !== $container && 1 === preg_match('/<rootfile\b[^>]*\bfull-path\s*=\s*"([^"]{1,200})"/', $container, $match)
            ? html_entity_decode($match[1], \ENT_QUOTES | \ENT_XML1)
            : null;
    }

    /** Reads no more than the limit, whatever the entry says of its size. */
    private static function content(\ZipArchive $archive, string $name, int $limit): ?string
    {
        $stream = @$archive->getStream($name);
        if (false === $stream) {
            return null;
        }
        $content = @stream_get_contents($stream, $limit + 1);
        fclose($stream);
        if (false !== $content && \strlen($content) > $limit) {
            throw UnreadableFile::because('The file is larger than 20 MB.');
        }

        return false === $content || '' === $content ? null : $content;
    }

    /**
     * The zip library reads and writes files only.
     *
     * @param \Closure(string): string $do
     */
    private static function withFile(string $bytes, \Closure $do): string
    {
        $path = tempnam(sys_get_temp_dir(), 'mxl');
        if (false === $path) {
            throw new \RuntimeException('There is no folder for temporary files.');
        }
        try {
            file_put_contents($path, $bytes);

            return $do($path);
        } finally {
            @unlink($path);
        }
    }
}
