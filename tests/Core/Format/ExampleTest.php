<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\QuickEntry\Entry;
use CoinStair\Core\Format\QuickEntry\EntryMode;
use CoinStair\Core\Format\QuickEntry\Example;
use CoinStair\Core\Format\QuickEntry\Reader;
use CoinStair\Core\Score\Instrument;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 2: quick entry. */
final class ExampleTest extends TestCase
{
    public function testEveryExampleIsReadWithoutAWord(): void
    {
        $shown = 0;
        foreach (EntryMode::cases() as $mode) {
            foreach (Instrument::strings() as $instrument) {
                foreach (['D', 'G', 'C', 'F', 'Gm', 'Bb', 'A', 'Ab'] as $key) {
                    foreach (['2/4', '3/4', '4/4', '2/2', '3/8', '6/8', '9/8', '12/8', '5/4'] as $meter) {
                        foreach (['1/2', '1/4', '1/8', '1/16'] as $unit) {
                            $entry = new Entry($mode, '', meter: $meter, unit: $unit, key: $key, instrument: $instrument);
                            $line = Example::line($entry);
                            $shown += '' === $line ? 0 : 1;
                            $read = Reader::read($entry->with($line));
                            self::assertSame([], $read->problems, "$instrument->value $key $meter $unit: $line");
                            self::assertCount('' === $line ? 0 : 2, $read->counts, $line);
                        }
                    }
                }
            }
        }
        self::assertGreaterThan(1000, $shown);
    }

    #[DataProvider('lines')]
    public function testTheLine(string $line, EntryMode $mode, Instrument $instrument, string $meter, string $unit): void
    {
        self::assertSame($line, Example::line(new Entry($mode, '', meter: $meter, unit: $unit, key: 'D', instrument: $instrument)));
    }

    /** @return iterable<array{string, EntryMode, Instrument, string, string}> */
    public static function lines(): iterable
    {
        yield ['D E F G | D4 |', EntryMode::Letters, Instrument::Violin, '4/4', '1/4'];
        yield ['D, E, F, G, A, B, | D,6 |', EntryMode::Letters, Instrument::Cello, '6/8', '1/8'];
        yield ['D0 1 2 | 0:3 |', EntryMode::Fingers, Instrument::Viola, '3/4', '1/4'];
        yield ['D0 1 3 4 A0 1 | D0:6 |', EntryMode::Fingers, Instrument::Cello, '6/8', '1/8'];
        yield ['D0 1 4 G0 | D0:4 |', EntryMode::Fingers, Instrument::Bass, '4/4', '1/4'];
        yield ['', EntryMode::Letters, Instrument::Violin, '99999999/4', '1/64'];
        yield ['', EntryMode::Letters, Instrument::Violin, '64/1', '1/64'];
        yield ['', EntryMode::Letters, Instrument::Violin, '4/5', '1/5'];
        yield ['', EntryMode::Letters, Instrument::Violin, '4/4', '0/0'];
        yield ['', EntryMode::Letters, Instrument::Other, '4/4', '1/4'];
    }
}
