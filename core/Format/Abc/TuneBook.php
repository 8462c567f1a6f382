<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Format\PlainText;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\UnreadableFile;

/**
 * An ABC file of many tunes: each begins with its X: line, and what stands before the first holds for all of them (handbook 2). A file of
 * one tune is a book of one.
 */
final readonly class TuneBook
{
    public const MOST = 300;
    private const BYTES = 1_000_000;
    /** Fields that a file may say once for all of its tunes. */
    private const FOR_ALL = '/^(?:[ABCDFGHILMNORSUZm]:|%%)/';

    /**
     * @param list<TuneOfBook> $tunes in their order
     * @param int              $left  tunes behind the last that is taken
     */
    private function __construct(public array $tunes, public int $left)
    {
    }

    /**
     * @param string $bytes in any of the encodings of text
     *
     * @throws UnreadableFile if there are too many of them
     */
    public static function read(string $bytes): self
    {
        // A form sends the end of each line as two bytes.
        if (\strlen($bytes) - substr_count($bytes, "\r") > self::BYTES) {
            throw UnreadableFile::because('This file has many tunes and is larger than 1 MB: send it in parts.');
        }
        $lines = explode("\n", str_replace(["\r\n", "\r"], "\n", PlainText::decode($bytes)));
        $head = $tunes = [];
        foreach ($lines as $line) {
            if (1 === preg_match('/^X:/', $line)) {
                $tunes[] = [$line];
            } elseif ([] !== $tunes) {
                $tunes[\count($tunes) - 1][] = $line;
            } elseif (1 === preg_match(self::FOR_ALL, $line)) {
                $head[] = $line;
            }
        }
        $kept = \array_slice($tunes, 0, self::MOST);

        return new self(
            array_map(static fn (array $tune): TuneOfBook => TuneOfBook::of($tune, $head), $kept),
            \count($tunes) - \count($kept),
        );
    }

    /** Whether bytes are ABC with more than one tune. */
    public static function isOne(string $bytes): bool
    {
        return 'abc' === ScoreFile::format($bytes) && preg_match_all('/^X:/m', str_replace("\r", "\n", $bytes)) > 1;
    }
}
