<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Form\CountIn;
use CoinStair\Core\Form\Reading;
use CoinStair\Core\Form\Unfolding;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\ScoreWriter;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Sound\Performance;
use CoinStair\Core\Tests\Effort;
use PHPUnit\Framework\TestCase;

/** Programs of other people read what Coin Stair writes, and Coin Stair reads what they ship. */
final class StrangersTest extends TestCase
{
    private const EXAMPLES = '/usr/share/doc/abcmidi/examples';

    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/strangers-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob($this->folder.'/*') ?: []);
        rmdir($this->folder);
    }

    public function testAbc2midiReadsEveryTuneWithoutAnError(): void
    {
        // Its warnings say which signs it does not play; only errors say that a tune is wrong.
        foreach (self::tunes() as $name => [$piece, $source]) {
            $forms = ['own' => ScoreWriter::Abc->write($piece), 'source' => 'abc' === ScoreFile::format($source) ? $source : ''];
            foreach (array_filter($forms) as $kind => $abc) {
                $file = "$this->folder/$kind.abc";
                file_put_contents($file, $abc);
                exec('abc2midi '.escapeshellarg($file).' -o '.escapeshellarg($file.'.mid').' 2>&1', $lines, $status);
                self::assertSame(0, $status, "abc2midi is missing or failed on $name.");
                self::assertSame([], preg_grep('/error/i', $lines), "$name, $kind");
                self::assertFileExists($file.'.mid');
                $lines = [];
            }
        }
    }

    public function testAMidiLibraryFindsTheNotesAndLengthsThatWereReckoned(): void
    {
        $expected = [];
        foreach (self::tunes() as $name => [$piece]) {
            file_put_contents("$this->folder/$name.mid", ScoreWriter::Midi->write($piece, Performance::read($piece, tempo: 90)));
            $performance = Performance::of(
                $piece,
                Unfolding::unfold($piece, Reading::Printed),
                90,
                CountIn::ticks($piece, $piece->start(), 90),
            );
            $tracks = [
                ['name' => $piece->title, 'notes' => 0, 'length' => $performance->length],
                ['name' => 'Click', 'notes' => \count($performance->clicks), 'length' => $performance->length],
            ];
            foreach ($performance->parts as $part) {
                $tracks[] = ['name' => $part['name'], 'notes' => \count($part['notes']), 'length' => $performance->length];
            }
            $expected["$name.mid"] = ['ticksPerQuarter' => Ticks::PER_QUARTER, 'tracks' => $tracks];
        }
        self::assertEquals($expected, $this->read());
    }

    public function testTheEngraverDrawsEveryTuneWithoutAWarning(): void
    {
        $expected = [];
        foreach (Effort::some(self::tunes(), 4) as $name => [$piece]) {
            file_put_contents("$this->folder/$name.musicxml", ScoreWriter::MusicXml->write($piece));
            $expected["$name.musicxml"] = ['drawn' => true, 'said' => ''];
        }
        self::assertEquals($expected, $this->read());
    }

    public function testTheExamplesOfAbcmidiAreRead(): void
    {
        $files = glob(self::EXAMPLES.'/*.abc') ?: [];
        self::assertNotSame([], $files, 'The examples of abcmidi are not installed.');
        $refused = [];
        foreach ($files as $file) {
            try {
                self::assertNotSame([], ScoreFile::read((string) file_get_contents($file))->piece->measures);
            } catch (UnreadableFile $refusal) {
                $refused[basename($file)] = $refusal->getMessage();
            }
        }
        self::assertSame([], $refused);
    }

    /** @return array<mixed> */
    private function read(): array
    {
        exec(
            'node '.escapeshellarg(\dirname(__DIR__, 2).'/Strangers/read.mjs').' '.escapeshellarg($this->folder).' 2>&1',
            $lines,
            $status,
        );
        self::assertSame(0, $status, implode("\n", $lines));
        $answer = json_decode(implode('', $lines), true);
        self::assertIsArray($answer, implode("\n", $lines));

        return $answer;
    }

    /** @return array<string, array{Piece, string}> */
    private static function tunes(): array
    {
        $tunes = [];
        foreach (glob(\dirname(__DIR__, 3).'/demo/tunes/*') ?: [] as $file) {
            $source = (string) file_get_contents($file);
            $tunes[pathinfo($file, \PATHINFO_FILENAME)] = [ScoreFile::read($source)->piece, $source];
        }

        return $tunes;
    }
}
