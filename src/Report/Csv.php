<?php

declare(strict_types=1);

namespace App\Report;

/** Writes a table as comma-separated text. */
final class Csv
{
    /** First letters that a spreadsheet takes for a formula. */
    private const FORMULA = '/^[=+\-@\t\r]/';

    /** @param list<list<string|int|float>> $rows */
    public static function write(array $rows): string
    {
        $stream = fopen('php://temp', 'r+');
        \assert(false !== $stream);
        foreach ($rows as $row) {
            fputcsv($stream, array_map(self::cell(...), $row), ',', '"', '', "\r\n");
        }
        rewind($stream);
        $text = (string) stream_get_contents($stream);
        fclose($stream);

        // With the mark by which spreadsheets know UTF-8.
        return "\u{FEFF}".$text;
    }

    /** A text that a spreadsheet would take for a formula is marked as text. */
    private static function cell(string|int|float $cell): string
    {
        return \is_string($cell) && 1 === preg_match(self::FORMULA, $cell) ? "'".$cell : (string) $cell;
    }
}
