<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Notice;

/**
 * Reads the first tune of an ABC 2.1 text (handbook 2). A line is a field (Fields), words (Words), or music: taken apart into its signs
 * (Lexer), of which measures and notes are made (Music). What is known of the tune meanwhile is kept in Tune.
 */
final class Reader
{
    private readonly Tune $tune;
    private readonly Fields $fields;
    private readonly Music $music;
    private bool $inText = false;
    /** the first line that is no header of a tune */
    private ?Notice $textBefore = null;

    private function __construct(private readonly Limits $limits)
    {
        $this->tune = new Tune($limits);
        $this->fields = new Fields($this->tune);
        $this->music = new Music($this->tune, $this->fields);
    }

    /**
     * @throws UnreadableFile
     */
    public static function read(string $abc, ?Limits $limits = null): ReadResult
    {
        return (new self($limits ?? Limits::usual()))->text($abc);
    }

    private function text(string $abc): ReadResult
    {
        if ('' === trim($abc)) {
            throw UnreadableFile::because('The file is empty.');
        }
        if (\strlen($abc) > $this->limits->text) {
            throw UnreadableFile::because('The text is longer than {limit} KB. Send one tune, not a whole collection.', [
                'limit' => (string) intdiv($this->limits->text, 1024),
            ]);
        }
        foreach (self::lines($this->inUtf8($abc)) as $index => $text) {
            if (\strlen($text) > $this->limits->line) {
                throw UnreadableFile::at($index + 1, 1, 'The line is longer than {limit} letters.', [
                    'limit' => (string) $this->limits->line,
                ]);
            }
            if (!$this->line($index + 1, rtrim($text))) {
                break;
            }
        }
        $this->expectTune();
        $this->tune->close();

        return $this->tune->draft->finish();
    }

    private function inUtf8(string $abc): string
    {
        if (mb_check_encoding($abc, 'UTF-8')) {
            return $abc;
        }
        if (str_contains($abc, "\0")) {
            throw UnreadableFile::because('This is not a text file. Coin Stair reads ABC and MusicXML.');
        }
        $this->tune->notice(1, 'The file is not in UTF-8; its letters were read as Western European.');

        return mb_convert_encoding($abc, 'UTF-8', 'ISO-8859-1');
    }

    /**
     * One after the other, so that a long text is not there twice.
     *
     * @return \Generator<int, string> without what ends them
     */
    private static function lines(string $abc): \Generator
    {
        $at = str_starts_with($abc, "\xEF\xBB\xBF") ? 3 : 0;
        $length = \strlen($abc);
        while ($at <= $length) {
            $size = strcspn($abc, "\r\n", $at);
            yield substr($abc, $at, $size);
            $at += $size + ("\r\n" === substr($abc, $at + $size, 2) ? 2 : 1);
        }
    }

    /** Reads a line; false where the tune ends. */
    private function line(int $number, string $text): bool
    {
        if ($this->isDirective($number, $text)) {
            return true;
        }
        $withoutComment = self::withoutComment($text);
        if (null === $withoutComment) {
            return true;
        }
        $text = str_replace('\\%', '%', $withoutComment);
        $this->tune->line = new Line($number, $text);
        $isField = 1 === preg_match('/^([A-Za-z+]):(.*)$/', $text, $match);
        if ($isField && !($this->tune->inBody && '|' === ($match[2][0] ?? '') && ctype_lower($match[1]) && 'w' !== $match[1])) {
            return $this->fields->take($match[1], trim($match[2]), 1);
        }
        $isEmpty = '' === trim($text);
        if (!$this->tune->inBody) {
            if (!$isEmpty && '' === $this->tune->draft->title) {
                $this->textBefore ??= new Notice($number, 1, 'A header line such as X:1 or K:D was expected here, not "{text}".', [
                    'text' => mb_substr($text, 0, 30),
                ]);
            }

            return true;
        }
        if ($isEmpty) {
            return [] === $this->tune->draft->measures;
        }
        $this->music->line();

        return true;
    }

    /** What says how to print or play: all but the number of a measure is left out. */
    private function isDirective(int $number, string $text): bool
    {
        $this->tune->line = new Line($number, $text);
        if (1 === preg_match('/^%%setbarnb\s+(\d{1,6})\s*$/', $text, $match)) {
            $this->tune->setNumber((int) $match[1]);

            return true;
        }
        if ($this->inText || 1 === preg_match('/^%%begin(text|ps|svg|ml)\b/', $text)) {
            $this->inText = 1 !== preg_match('/^%%end(text|ps|svg|ml)\b/', $text);
        } elseif (!str_starts_with($text, '%%')) {
            return false;
        }
        $this->tune->tellOnce('directive', 1, 'Lines that begin with %% are left out.');

        return true;
    }

    /** @return string|null null where nothing else stands in the line */
    private static function withoutComment(string $text): ?string
    {
        if (1 !== preg_match('/(?<!\\\\)%/', $text, $match, \PREG_OFFSET_CAPTURE)) {
            return $text;
        }
        $before = rtrim(substr($text, 0, $match[0][1]));

        return '' === $before ? null : $before;
    }

    /** @throws UnreadableFile where no tune was found */
    private function expectTune(): void
    {
        $before = $this->textBefore;
        if (!$this->tune->inBody) {
            throw null === $before
                ? UnreadableFile::at(
                    1,
                    1,
                    'No key line was found. An ABC tune has header lines such as X:1, T:Title, M:4/4, and last K:D, then its notes.',
                )
                : UnreadableFile::at($before->line, $before->column, $before->template, $before->parameters);
        }
        if (null !== $before) {
            $this->tune->draft->notice($before->line, $before->column, 'Text before the tune is left out.');
        }
    }
}
