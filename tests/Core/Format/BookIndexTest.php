<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\QuickEntry\BookIndex;
use CoinStair\Core\Format\QuickEntry\BookIndexRow;
use CoinStair\Core\Score\Notice;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The index of a book as a table. */
final class BookIndexTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function tables(): iterable
    {
        yield 'commas' => ["number,title,measures\n1,One,8\n2,\"Two, again\",12\n"];
        yield 'semicolons, other order, names in capitals' => ["Title;NUMBER;Measures;Page\nOne;1;8;3\nTwo, again;2;12;4\n"];
        yield 'tabs' => ["number\ttitle\tmeasures\n1\tOne\t8\n2\tTwo, again\t12"];
        yield 'with the mark of UTF-8 and lines of Windows' => ["\u{FEFF}number,title,measures\r\n1,One,8\r\n\r\n2,\"Two, again\",12\r\n"];
    }

    /** @return iterable<string, array{string}> one title in several encodings */
    public static function encodings(): iterable
    {
        $text = "number,title\n1,Dämmerung über’m Fluß\n";
        yield 'UTF-8' => [$text];
        yield 'of old western programs' => [mb_convert_encoding($text, 'Windows-1252', 'UTF-8')];
        yield 'UTF-16, as a spreadsheet saves it' => ["\xFF\xFE".mb_convert_encoding($text, 'UTF-16LE', 'UTF-8')];
        yield 'UTF-16 the other way round' => ["\xFE\xFF".mb_convert_encoding($text, 'UTF-16BE', 'UTF-8')];
    }

    #[DataProvider('encodings')]
    public function testReadsTheEncodingsInWhichTablesAreSaved(string $text): void
    {
        $index = BookIndex::read($text);

        self::assertSame([], $index->problems);
        self::assertSame('Dämmerung über’m Fluß', $index->rows[0]->piece->title);
    }

    #[DataProvider('tables')]
    public function testReadsATable(string $text): void
    {
        $index = BookIndex::read($text);

        self::assertSame([], $index->problems);
        self::assertSame(
            [['1', 'One', 8], ['2', 'Two, again', 12]],
            array_map(
                static fn (BookIndexRow $row): array => [$row->number, $row->piece->title, \count($row->piece->measures)],
                $index->rows,
            ),
        );
    }

    /** @return iterable<string, array{string, int, string}> text, line, message */
    public static function mistakes(): iterable
    {
        yield 'no title' => ["number,name\n1,One\n", 1, 'The first line has no column "title"; expected columns are number, title'];
        yield 'empty' => ['', 1, 'The first line has no column "number"'];
        yield 'nothing in it' => ["number,title\n\n", 2, 'The index has no piece.'];
        yield 'a number twice' => ["number,title\n1,One\n1,Two\n", 3, 'The number 1 comes twice.'];
        yield 'no such meter' => ["number,title,meter\n1,One,5\n", 2, 'The meter "5" is not understood'];
        yield 'no such key' => ["number,title,key\n1,One,H\n", 2, 'The key "H" is not understood'];
        yield 'too many measures' => ["number,title,measures\n1,One,9999\n", 2, 'The number of measures lies between 1 and 2000'];
        yield 'no name' => ["number,title\n1,\n", 2, 'The title is empty'];
        yield 'a quotation mark that is not closed' => [
            "number,title\n1,\"One\n2,Two\n3,Three\n",
            2,
            'A quotation mark is opened and not closed',
        ];
        yield 'a zero byte' => ["number,title\n1,One\0\n", 2, 'The line has a character that is no text'];
        yield 'a control character' => ["number,title\n1,One\x07\n", 2, 'The line has a character that is no text'];
        yield 'more measures than anybody wants' => [
            "number,title,measures\n".implode("\n", array_map(static fn (int $at): string => "$at,One,2000", range(1, 300))),
            9,
            'The pieces of an index have at most 15000 measures together; take it in parts.',
        ];
        yield 'too large' => ["number,title\n".str_repeat('x', BookIndex::BYTES), 0, 'The index is larger than 200 KB.'];
    }

    #[DataProvider('mistakes')]
    public function testTellsWhatIsWrongWithItsLine(string $text, int $line, string $message): void
    {
        $told = array_map(static fn (Notice $notice): string => $notice->line.' '.$notice->text(), BookIndex::read($text)->problems);

        self::assertNotSame([], $told);
        self::assertStringStartsWith("$line $message", $told[0]);
    }

    public function testHostileTablesEndSoon(): void
    {
        $many = "number,title\n".implode("\n", array_map(static fn (int $number): string => "$number,Piece", range(1, 5000)));
        self::assertLessThanOrEqual(BookIndex::MOST, \count(BookIndex::read($many)->rows));
        self::assertNotSame([], BookIndex::read($many)->problems);
        foreach (["\xff\xfe\x00n,u", '"', str_repeat(',', 100_000)] as $text) {
            self::assertLessThan(3, \count(BookIndex::read($text)->rows));
        }
    }
}
