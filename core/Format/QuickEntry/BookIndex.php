<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Format\PlainText;
use CoinStair\Core\Score\Notice;

/**
 * The index of a book as a table in a text file (CSV): a line for each piece with its number and title and, where known, its key, meter,
 * measures and tempo. Each becomes an outline, so that the book's order, lengths and sequences can be worked on before there are notes.
 */
final readonly class BookIndex
{
    public const MOST = 300;
    public const BYTES = 200_000;
    /** Measures of all pieces together: what is made of a line is bounded as well as what is sent. */
    public const MEASURES = 15_000;
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

    /**
     * @param string $text in any of the encodings in which tables are saved, with commas, semicolons or tabs between the columns, whose
     *                     names stand in the first line
     */
    public static function read(string $text): self
    {
        if (\strlen($text) > self::BYTES) {
            return new self([], [new Notice(0, 0, 'The index is larger than {most} KB.', ['most' => (string) (self::BYTES / 1000)])]);
        }
        $lines = explode("\n", str_replace(["\r\n", "\r"], "\n", PlainText::decode($text)));
        $head = array_shift($lines);
        $separator = self::separator($head);
        $columns = array_map(static fn (string $name): string => strtolower(trim($name)), self::cells($head, $separator) ?? []);
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
        $measures = 0;
        foreach ($lines as $at => $line) {
            $number = $at + 2;
            if (\count($rows) + \count($problems) >= self::MOST && '' !== trim($line)) {
                $problems[] = new Notice($number, 1, 'An index has at most {most} pieces.', ['most' => (string) self::MOST]);
                break;
            }
            $cells = self::cells($line, $separator);
            if (null === $cells || 1 === preg_match('/[\x00-\x08\x0B-\x1F\x7F]/', $line)) {
                $problems[] = new Notice($number, 1, null === $cells
                    ? 'A quotation mark is opened and not closed in this line.'
                    : 'The line has a character that is no text.');
                continue;
            }
            if ('' === trim(implode('', $cells))) {
                continue;
            }
            [$row, $told] = self::row($columns, $cells, $number, $numbers);
            array_push($problems, ...$told);
            if (null !== $row) {
                $rows[] = $row;
                $numbers[$row->number] = true;
                $measures += \count($row->piece->measures);
            }
            if ($measures > self::MEASURES) {
                $problems[] = new Notice($number, 1, 'The pieces of an index have at most {most} measures together; take it in parts.', [
                    'most' => (string) self::MEASURES,
                ]);
                break;
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

    private static function separator(string $head): string
    {
        $counts = [',' => substr_count($head, ','), ';' => substr_count($head, ';'), "\t" => substr_count($head, "\t")];
        arsort($counts);

        return (string) array_key_first($counts);
    }

    /**
     * A piece stands in one line, so each line is read by itself: a mark that is not closed swallows no other.
     *
     * @return list<string>|null null if a quotation mark is not closed
     */
    private static function cells(string $line, string $separator): ?array
    {
        return 0 === substr_count($line, '"') % 2 ? array_map(strval(...), str_getcsv($line, $separator, '"', '')) : null;
    }
}
