<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\Abc\TuneBook;
use CoinStair\Core\Format\Abc\TuneOfBook;
use CoinStair\Core\Format\ScoreFile;
use PHPUnit\Framework\TestCase;

/** A file of many tunes gives each of them (handbook 2). */
final class TuneBookTest extends TestCase
{
    private const FILE = "%abc-2.1\nM:3/4\nZ:somebody\n\nX:1\nT:One\nL:1/4\nK:D\nDFA|d3|]\n\nX:2 % a remark\nT:Two\nT:The Other\nK:G\n".
        "L:1/4\nGBd|g3|]\n\nX:\nK:C\nL:1/4\nM:2/4\nCE|c2|]\n";

    public function testEachTuneIsThereWithWhatTheFileSaysForAll(): void
    {
        $book = TuneBook::read(self::FILE);
        self::assertSame(
            [['1', 'One'], ['2', 'Two'], ['', '']],
            array_map(static fn (TuneOfBook $tune): array => [$tune->number, $tune->title], $book->tunes),
        );
        $pieces = array_map(static fn (TuneOfBook $tune) => ScoreFile::read($tune->abc)->piece, $book->tunes);
        self::assertSame(['One', 'Two'], [$pieces[0]->title, $pieces[1]->title]);
        foreach ([2, 2, 2] as $index => $measures) {
            self::assertCount($measures, $pieces[$index]->measures);
        }
        $ticks = array_map(static fn ($piece): int => $piece->measures[0]->length, $pieces);
        self::assertSame($ticks[0], $ticks[1], 'the meter of the file');
        self::assertSame(2 * $ticks[0], 3 * $ticks[2], 'its own comes after that');
    }

    public function testAFileWithCarriageReturnsIsTheSame(): void
    {
        self::assertEquals(TuneBook::read(self::FILE)->tunes, TuneBook::read(str_replace("\n", "\r\n", self::FILE))->tunes);
        self::assertTrue(TuneBook::isOne(str_replace("\n", "\r", self::FILE)));
    }

    public function testOneTuneIsNoBook(): void
    {
        self::assertTrue(TuneBook::isOne(self::FILE));
        self::assertFalse(TuneBook::isOne("X:1\nT:One\nK:D\nD4|\n"));
        self::assertFalse(TuneBook::isOne("<score-partwise>X:1\n</score-partwise>"));
        self::assertCount(1, TuneBook::read("X:1\nT:One\nK:D\nD4|\n")->tunes);
        self::assertSame([], TuneBook::read('no tune')->tunes);
    }

    public function testItHasAnEnd(): void
    {
        $book = TuneBook::read(str_repeat("X:1\nK:D\nD4|\n", TuneBook::MOST + 7));
        self::assertSame([TuneBook::MOST, 7], [\count($book->tunes), $book->left]);
        $this->expectExceptionMessage('send it in parts');
        TuneBook::read(str_repeat("X:1\nK:D\nD4|\n", 100_000));
    }
}
