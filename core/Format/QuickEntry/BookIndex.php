<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Score\Notice;

/**
 * The index of a book as a table in a text file (CSV): a line for each piece with its number and title and, where known, its key, meter,
 * measures and tempo. Each becomes an outline, so that the book's order, lengths and sequences can be worked on before there are notes.
 */
final readonly class BookIndex
{
    public const MOST = 300;
    public const BYTES = 200_000;
    /** Columns, and what counts where a line leaves one out. */
    private const COLUMNS = [
        'number' => '',
        'title' => '',
        'composer' => '',
        'key' => 'D',
        'meter' => '4/4',
        'measures' => '16',
        'tempo' => '',
    ];
    private const LONGEST = 200;
    private const LONGEST_NUMBER = 20;

    /**
     * @param list<BookIndexRow> $rows
     * @param list<Notice>       $problems with their lines; nothing is to be taken while there is one
     */
    private function __construct(public array $rows, public array $problems)
    {
    }

    /** @param string $text with commas, semicolons or tabs between the columns, whose names stand in the first line */
    public static function read(string $text): self
    {
        if (\strlen($text) > self::BYTES) {
            return new self([], [new Notice(0, 0, 'The index is larger than {most} KB.', ['most' => (string) (self::BYTES / 1000)])]);
        }
        $text = (string) preg_replace('/^\xEF\xBB\xBF/', '', mb_scrub($text, 'UTF-8'));
        $lines = self::lines($text);
        $columns = array_map(static fn (string $name): string => strtolower(trim($name)), array_shift($lines) ?? []);
        foreach (['number', 'title'] as $needed) {
            if (!\in_array($needed, $columns, true)) {
                return new self([], [
                    new Notice(1, 1, 'The first line has no column "{needed}"; expected columns are {columns}.', [
                        'needed' => $needed,
                        'columns' => implode(', ', array_keys(self::COLUMNS)),
                    ]),
                ]);
            }
        }
        $rows = $problems = $numbers = [];
        foreach ($lines as $at => $cells) {
            if ('' === trim(implode('', $cells))) {
                continue;
            }
            if (\count($rows) >= self::MOST) {
                $problems[] = new Notice($at + 2, 1, 'An index has at most {most} pieces.', ['most' => (string) self::MOST]);
                break;
            }
            [$row, $told] = self::row($columns, $cells, $at + 2, $numbers);
            $problems = [...$problems, ...$told];
            if (null !== $row) {
                $rows[] = $row;
                $numbers[$row->number] = true;
            }
        }
        if ([] === $rows && [] === $problems) {
            $problems[] = new Notice(2, 1, 'The index has no piece.');
        }

        return new self($rows, $problems);
    }

    /**
     * @param list<string>        $columns
     * @param list<string>        $cells
     * @param array<string, true> $numbers that were met before
     *
     * @return array{BookIndexRow|null, list<Notice>}
     */
    private static function row(array $columns, array $cells, int $line, array $numbers): array
    {
        $values = self::COLUMNS;
        foreach ($columns as $at => $name) {
            if (isset(self::COLUMNS[$name]) && '' !== trim($cells[$at] ?? '')) {
                $values[$name] = trim($cells[$at]);
            }
        }
        $problems = [];
        foreach (['number' => self::LONGEST_NUMBER, 'title' => self::LONGEST] as $name => $longest) {
            if ('' === $values[$name] || mb_strlen($values[$name]) > $longest) {
                $problems[] = new Notice($line, 1, 'The {column} is empty or longer than {longest} letters.', [
                    'column' => $name,
                    'longest' => (string) $longest,
                ]);
            }
        }
        if (isset($numbers[$values['number']])) {
            $problems[] = new Notice($line, 1, 'The number {number} comes twice.', ['number' => $values['number']]);
        }
        $outline = Outline::of(
            $values['title'],
            mb_substr($values['composer'], 0, self::LONGEST),
            $values['meter'],
            $values['key'],
            $values['measures'],
            '',
            '',
            '',
            $values['tempo'],
        );
        foreach ($outline->problems as $problem) {
            $problems[] = $problem->notice->at($line, 1);
        }

        return [] === $problems && null !== $outline->piece
            ? [new BookIndexRow($values['number'], $outline->piece), []]
            : [null, $problems];
    }

    /** @return list<list<string>> cells of each line */
    private static function lines(string $text): array
    {
        $head = strtok($text, "\r\n") ?: '';
        $counts = [',' => substr_count($head, ','), ';' => substr_count($head, ';'), "\t" => substr_count($head, "\t")];
        arsort($counts);
        $separator = (string) array_key_first($counts);
        $lines = [];
        $stream = fopen('php://memory', 'r+');
        \assert(false !== $stream);
        fwrite($stream, str_replace(["\r\n", "\r"], "\n", $text));
        rewind($stream);
        while (false !== ($cells = fgetcsv($stream, 0, $separator, '"', '')) && \count($lines) <= self::MOST + 1) {
            $lines[] = array_map(strval(...), $cells);
        }
        fclose($stream);

        return $lines;
    }
}
