<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Form\Reading;
use CoinStair\Core\Format\Midi\Reader;
use CoinStair\Core\Format\ScoreWriter;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Sound\Performance;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class MidiTest extends TestCase
{
    #[DataProvider('lines')]
    public function testALineComesBackAfterItsCountIn(string $body, string $meter, string $key): void
    {
        $piece = Tunes::abc($body, $meter, $key);
        $read = Reader::read(ScoreWriter::Midi->write($piece, Performance::read($piece, Reading::Once, 96)))->piece;
        self::assertSame(Tunes::text($piece), implode(' | ', \array_slice(explode(' | ', Tunes::text($read)), 1)));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function lines(): iterable
    {
        yield 'quarters and eighths' => ['C D/E/ F G|A2 B2|c4|', '4/4', 'C'];
        yield 'sharps' => ['D ^C D2|F2 ^G A|', '4/4', 'D'];
        yield 'flats' => ['B, D F2|_E2 _A G|', '4/4', 'Bb'];
        yield 'a tie over the bar' => ['C2 D2-|D2 C2|', '4/4', 'C'];
        yield 'rests' => ['C z D z|z2 E2|', '4/4', 'C'];
        yield 'triplets' => ['(3C/D/E/ F G2|(3CDE F2|', '4/4', 'C'];
        yield 'chords' => ['[CE]2 [DF]2|[CEG]4|', '4/4', 'C'];
        yield 'three four' => ['CDE|F2G|', '3/4', 'C'];
        yield 'dotted' => ['C3/2D/ E2|C/4D3/4 E3|', '4/4', 'C'];
    }

    public function testEachReadingAndItsLength(): void
    {
        $piece = Tunes::abc('|:CDEF|[1 G4:|[2 A4|]');
        foreach ([[Reading::Printed, 4], [Reading::Plain, 2], [Reading::Once, 3]] as [$reading, $measures]) {
            $read = Reader::read(ScoreWriter::Midi->write($piece, Performance::read($piece, $reading)))->piece;
            self::assertCount($measures + 1, $read->measures, $reading->value);
        }
    }

    public function testAnUpbeatIsCountedInAndEndsUpInFrontOfItsBar(): void
    {
        $piece = Tunes::abc('D|G2B2|c4|', '4/4', 'G');
        $read = Reader::read(ScoreWriter::Midi->write($piece))->piece;
        self::assertSame('z:3 D4:1', explode(' | ', Tunes::text($read))[0]);
        self::assertCount(3, $read->measures);
    }

    public function testTheTempoCountsQuarters(): void
    {
        $piece = Tunes::abc("[Q:3/8=60]\nc3 d3|", '6/8', 'C', '1/8');
        self::assertSame(90, Reader::read(ScoreWriter::Midi->write($piece))->piece->goalTempo);
        self::assertSame(Ticks::PER_QUARTER, Reader::read(ScoreWriter::Midi->write($piece))->piece->beatTicks);
    }

    public function testPlayedUnevenlyItIsRounded(): void
    {
        // Four quarters of a division of 480, some early and some late, one short.
        $notes = [[5, 470], [490, 940], [955, 1100], [1445, 1900]];
        $track = '';
        $time = 0;
        foreach ($notes as [$start, $end]) {
            $track .= self::delta($start - $time)."\x90\x3C\x40".self::delta($end - $start)."\x80\x3C\x40";
            $time = $end;
        }
        $track .= "\0\xFF\x2F\0";
        $piece = Reader::read('MThd'.pack('Nnnn', 6, 0, 1, 480).'MTrk'.pack('N', \strlen($track)).$track)->piece;
        self::assertSame('C4:1 C4:1 C4:1/4 z:3/4 C4:1', Tunes::text($piece));
    }

    #[DataProvider('broken')]
    public function testWhatIsNoMidiIsRefused(string $bytes, string $message): void
    {
        $this->expectException(UnreadableFile::class);
        $this->expectExceptionMessage($message);
        Reader::read($bytes);
    }

    /** @return iterable<string, array{string, string}> */
    public static function broken(): iterable
    {
        yield 'another file' => ['RIFF....', 'This is no MIDI file.'];
        yield 'cut in the header' => ["MThd\0\0", 'ends in the middle'];
        yield 'film frames' => ['MThd'.pack('Nnnn', 6, 1, 1, 0xE250), 'film frames'];
        yield 'no notes' => ['MThd'.pack('Nnnn', 6, 1, 1, 480)."MTrk\0\0\0\4\0\xFF\x2F\0", 'The file holds no notes.'];
    }

    public function testADamagedTrackIsReadUpToItsDamage(): void
    {
        $bytes = ScoreWriter::Midi->write(self::tune());
        $result = Reader::read(substr($bytes, 0, -20));
        self::assertGreaterThan(4, \count($result->piece->measures));
    }

    private static function tune(): Piece
    {
        return Tunes::abc('CDEF|GABc|CDEF|GABc|CDEF|GABc|');
    }

    private static function delta(int $ticks): string
    {
        return $ticks < 128 ? \chr($ticks) : \chr(0x80 | ($ticks >> 7)).\chr($ticks & 0x7F);
    }
}
