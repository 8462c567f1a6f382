<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Format\Abc\KeyField;
use CoinStair\Core\Format\Abc\Reader as AbcReader;
use CoinStair\Core\Format\PieceDraft;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Ticks;

/**
 * Reads a line while it is typed (handbook 2). Whatever stands there, it answers: with a piece as far as there is one, and with what is
 * wrong and where.
 */
final class Reader
{
    /** Characters that are read. */
    public const LONGEST = 20_000;

    public static function read(Entry $entry): EntryResult
    {
        $problems = self::headProblems($entry);
        $text = mb_substr(strtr($entry->text, ["\r\n" => "\n", "\r" => "\n"]), 0, self::LONGEST);
        $lines = explode("\n", $text);
        $maps = [];
        if (EntryMode::Fingers === $entry->mode) {
            [$lines, $maps, $found] = self::fingers($lines, $entry);
            $problems = [...$problems, ...$found];
        } else {
            $lines = array_map(self::sharps(...), $lines);
        }
        $head = self::head($entry);
        try {
            $read = AbcReader::read(implode("\n", [...$head, ...array_map(self::safe(...), $lines)])."\n");
        } catch (UnreadableFile $refusal) {
            return new EntryResult(null, '' === trim($text) ? $problems : [...$problems, new Problem(0, 0, 0, $refusal->notice)], []);
        }
        $typed = explode("\n", $text);
        foreach ($read->notices as $notice) {
            $problems[] = self::problem($notice, \count($head), $maps, $typed);
        }
        $begins = array_map(
            static fn (array $place): array => self::typed($place[0] - \count($head), $place[1], $maps, $typed),
            $read->begins,
        );
        usort($problems, static fn (Problem $a, Problem $b): int => [$a->line, $a->column] <=> [$b->line, $b->column]);
        $wrong = array_map(
            static fn (Notice $notice): string => $notice->parameter('position'),
            array_filter($read->notices, static fn (Notice $notice): bool => $notice->says(PieceDraft::UNEVEN)),
        );

        return new EntryResult($read->piece, $problems, self::counts($read->piece, $wrong, $begins));
    }

    /** Many say "F#" where the notation has "^F"; what is quoted, and fields, are left alone. Nothing moves from its place. */
    private static function sharps(string $line): string
    {
        return (string) preg_replace_callback(
            '/^[A-Za-z]:.*$|"[^"]*"|\[[A-Za-z]:[^\]]*\]|([A-Ga-g])#/',
            static fn (array $found): string => isset($found[1]) ? '^'.$found[1] : $found[0],
            $line,
        );
    }

    /** @return list<string> */
    private static function head(Entry $entry): array
    {
        $line = static fn (string $value): string => trim((string) preg_replace('/[\r\n%]+/', ' ', $value));
        $meter = 1 === preg_match('~^\d{1,2}/\d{1,2}$~', $entry->meter) ? $entry->meter : '4/4';
        $unit = 1 === preg_match('~^\d{1,2}/\d{1,3}$~', $entry->unit) ? $entry->unit : '1/4';
        $head = ['X:1', 'T:'.$line($entry->title), 'C:'.$line($entry->composer), 'M:'.$meter, 'L:'.$unit];
        if (1 === preg_match('/^\d{2,3}$/', trim($entry->tempo))) {
            $count = (int) explode('/', $meter)[0];
            $compound = (int) explode('/', $meter)[1] >= 8 && $count > 3 && 0 === $count % 3;
            $head[] = 'Q:'.($compound ? '3/'.explode('/', $meter)[1] : '1/'.explode('/', $meter)[1]).'='.trim($entry->tempo);
        }
        $head[] = \sprintf('V:1 name="%s" clef=%s', $entry->instrument->name, $entry->instrument->clef()->value);
        $head[] = 'K:'.(null === self::key($entry->key) ? 'C' : $line($entry->key));

        return $head;
    }

    /** @return list<Problem> */
    private static function headProblems(Entry $entry): array
    {
        $problems = [];
        if (null === self::key($entry->key)) {
            $problems[] = new Problem(
                0,
                0,
                0,
                new Notice(0, 0, 'The key "{text}" is not understood; one such as D, Gm or A mix was expected.', [
                    'text' => mb_substr($entry->key, 0, 20),
                ]),
            );
        }
        if ('' !== trim($entry->tempo) && 1 !== preg_match('/^\d{2,3}$/', trim($entry->tempo))) {
            $problems[] = new Problem(
                0,
                0,
                0,
                new Notice(0, 0, 'The tempo "{text}" is no number of beats a minute.', ['text' => mb_substr($entry->tempo, 0, 20)]),
            );
        }

        return $problems;
    }

    /** The key that was typed; none while it is not understood. */
    public static function key(string $text): ?Key
    {
        try {
            return '' === trim($text) ? null : KeyField::parse(trim($text));
        } catch (\InvalidArgumentException) {
            return null;
        }
    }

    /** A typed line is always music: what looks like a field of a header is not taken for one. */
    private static function safe(string $line): string
    {
        if ('' === trim($line)) {
            return '%';
        }

        return 1 === preg_match('/^(?:[A-VX-Za-vx-z+]:|%%)/', $line) ? ' '.$line : $line;
    }

    /**
     * @param list<string> $lines
     *
     * @return array{list<string>, list<list<int>>, list<Problem>}
     */
    private static function fingers(array $lines, Entry $entry): array
    {
        $key = self::key($entry->key) ?? Key::of(0);
        $string = null;
        $abc = $maps = $problems = [];
        foreach ($lines as $index => $line) {
            [$abc[], $maps[], $found, $string] = FingerLine::translate($line, $index + 1, $entry->instrument, $key, $string);
            array_push($problems, ...$found);
        }

        return [$abc, $maps, $problems];
    }

    /**
     * @param list<list<int>> $maps
     * @param list<string>    $typed
     */
    private static function problem(Notice $notice, int $headLines, array $maps, array $typed): Problem
    {
        $line = $notice->line - $headLines;
        if ($line < 1) {
            return new Problem(0, 0, 0, new Notice(0, 0, $notice->template, $notice->parameters));
        }
        [, $column] = self::typed($line, $notice->column, $maps, $typed);
        preg_match('/^(?:\|[:\]|]*\s*)?[^\s|]+/u', mb_substr($typed[$line - 1] ?? '', $column - 1), $match);

        return new Problem(
            $line,
            $column,
            max(1, mb_strlen($match[0] ?? '')),
            new Notice($line, $column, $notice->template, $notice->parameters),
        );
    }

    /**
     * A place of the text that was read, in what was typed.
     *
     * @param list<list<int>> $maps  typed column of each column, for a line of fingers
     * @param list<string>    $typed
     *
     * @return array{int, int} line and column
     */
    private static function typed(int $line, int $column, array $maps, array $typed): array
    {
        $text = $typed[$line - 1] ?? '';
        // A line that was moved by a blank starts one further on.
        $shift = [] === $maps && self::safe($text) === ' '.$text ? 1 : 0;
        $column = max(1, $column - $shift);

        return [$line, [] === $maps ? $column : $maps[$line - 1][$column - 1] ?? 1];
    }

    /**
     * @param array<string>         $wrong  numbers, from 1, of the measures whose beats do not add up
     * @param list<array{int, int}> $begins line and column of each measure
     *
     * @return list<MeasureCount>
     */
    private static function counts(Piece $piece, array $wrong, array $begins): array
    {
        $numbers = MeasureNumbers::of($piece);
        $counts = [];
        foreach ($piece->measures as $position => $measure) {
            $counts[] = new MeasureCount(
                $numbers->at($position),
                Ticks::beats($measure->length, $measure->meter->unitTicks()),
                $measure->meter->count,
                !\in_array((string) $position, $wrong, true),
                ...$begins[$position] ?? [1, 1],
            );
        }

        return $counts;
    }
}
