<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Score;

use CoinStair\Core\Format\QuickEntry\Entry;
use CoinStair\Core\Format\QuickEntry\EntryMode;
use CoinStair\Core\Format\QuickEntry\Reader;
use CoinStair\Core\Format\QuickEntry\Writer;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Score\Splice;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class SpliceTest extends TestCase
{
    #[DataProvider('edits')]
    public function testNotesAreReplacedAndTheRestStays(string $body, int $from, string $line, string $expected): void
    {
        $piece = Tunes::abc($body);
        self::assertSame($expected, Tunes::text(Splice::into($piece, 'P1', $from, self::typed($line)->parts[0]->measures)));
    }

    /** @return iterable<string, array{string, int, string, string}> */
    public static function edits(): iterable
    {
        yield 'one measure' => ['C4|D4|E4|', 1, 'F2 G2 |', 'C4:4 | F4:2 G4:2 | E4:4'];
        yield 'two measures' => ['C4|D4|E4|', 1, 'F4 | G4 |', 'C4:4 | F4:4 | G4:4'];
        yield 'a tie that lost its end' => ['C4-|C4|E4|', 1, 'F4 |', 'C4:4 | F4:4 | E4:4'];
        yield 'a tie that keeps it' => ['C4-|C4|E4|', 1, 'C2 F2 |', 'C4:4- | C4:2 F4:2 | E4:4'];
        yield 'a slur that lost its end' => ['(C4|D4)|E4|', 1, 'F4 |', '(C4:4 | F4:4 | E4:4'];
    }

    public function testTheWrongLengthIsRefused(): void
    {
        $this->expectException(Refusal::class);
        $this->expectExceptionMessage('Measure 2 of the piece holds 4 quarters, the new notes 3.');
        Splice::into(Tunes::abc('C4|D4|'), 'P1', 1, self::typed('F3 |')->parts[0]->measures);
    }

    public function testUntouchedAMeasureComesBackAsItWas(): void
    {
        for ($seed = 0; $seed < 60; ++$seed) {
            $piece = RandomPieces::piece($seed, false);
            $part = $piece->parts[0];
            $position = $seed % \count($piece->measures);
            $entry = Writer::letters($piece, $part, $position, $position + 1);
            $read = Reader::read($entry);
            self::assertNotNull($read->piece, $entry->text);
            $again = Splice::into($piece, $part->id, $position, $read->piece->parts[0]->measures);
            self::assertSame(self::sounds($piece, $position), self::sounds($again, $position), "seed $seed: $entry->text");
            self::assertEquals(self::without($piece, $position), self::without($again, $position), "seed $seed");
        }
    }

    private static function sounds(Piece $piece, int $position): string
    {
        return (string) preg_replace('/[()-]/', '', explode(' | ', Tunes::text($piece))[$position]);
    }

    /** @return array<mixed> ids and pitches of all other measures */
    private static function without(Piece $piece, int $position): array
    {
        $left = [];
        foreach ($piece->parts as $part) {
            foreach ($part->measures as $at => $events) {
                if ($at !== $position) {
                    $left[] = array_map(static fn ($event): array => [$event->id, $event->pitches, $event->marks], $events);
                }
            }
        }

        return $left;
    }

    private static function typed(string $line): Piece
    {
        $piece = Reader::read(new Entry(EntryMode::Letters, $line, key: 'C'))->piece;
        self::assertNotNull($piece);

        return $piece;
    }
}
