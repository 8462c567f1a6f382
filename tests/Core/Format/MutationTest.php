<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Form\Reading;
use CoinStair\Core\Form\Unfolding;
use CoinStair\Core\Format\Json\PieceDocument;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\ScoreWriter;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Tests\Effort;
use CoinStair\Core\Tests\RandomPieces;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** A damaged file is read as far as it goes, or refused with a message; it never breaks a reader. */
final class MutationTest extends TestCase
{
    private const MUTANTS = 5000;
    private const SOURCES = 8;
    private const MEMORY = 128 * 1024 * 1024;
    private const WORDS = [
        '|:',
        '(3',
        '[',
        '99999999',
        '"',
        '<note>',
        '</measure>',
        ':|1',
        '-1',
        '&',
        '!',
        '{',
        '<duration>0</duration>',
        "\xFF\x2F\0",
        "\n",
        'Z999',
        '[I:setbarnb 7]',
        '<tuplet type="start">',
    ];

    #[DataProvider('formats')]
    public function testADamagedFileIsReadOrRefused(ScoreWriter $format, int $least): void
    {
        $random = new Randomizer(new Mt19937(20260901));
        $sources = [];
        for ($seed = 0; $seed < self::SOURCES; ++$seed) {
            $sources[] = $format->write(RandomPieces::piece($seed, ScoreWriter::Abc !== $format));
        }
        $before = memory_get_usage();
        $read = $refused = 0;
        $mutants = Effort::times(self::MUTANTS);
        for ($mutant = 0; $mutant < $mutants; ++$mutant) {
            $bytes = self::damage($sources[$mutant % self::SOURCES], $random);
            memory_reset_peak_usage();
            $started = self::processorSeconds();
            try {
                $piece = ScoreFile::read($bytes)->piece;
                Unfolding::unfold($piece, Reading::Printed);
                PieceDocument::encode($piece);
                ++$read;
            } catch (UnreadableFile $refusal) {
                self::assertNotSame('', $refusal->getMessage());
                ++$refused;
            }
            $seconds = self::processorSeconds() - $started;
            self::assertLessThan($seconds < 1.0 ? 1.0 : Effort::slowness(), $seconds, "Mutant $mutant hung a reader.");
            self::assertLessThan(self::MEMORY, memory_get_peak_usage() - $before, "Mutant $mutant took too much memory.");
        }
        self::assertSame($mutants, $read + $refused);
        self::assertGreaterThan($least * $mutants / self::MUTANTS, $read, 'Too few mutants were read to tell anything.');
        self::assertGreaterThan(0, $refused);
    }

    /** @return iterable<string, array{ScoreWriter, int}> */
    public static function formats(): iterable
    {
        yield 'ABC' => [ScoreWriter::Abc, 2500];
        yield 'MusicXML' => [ScoreWriter::MusicXml, 1000];
        yield 'packed MusicXML' => [ScoreWriter::Mxl, 50];
        yield 'MIDI' => [ScoreWriter::Midi, 1000];
    }

    /** Time of this process alone, so that a busy machine makes no test fail. */
    private static function processorSeconds(): float
    {
        /** @var array<string, int> $usage */
        $usage = getrusage() ?: [];

        return ($usage['ru_utime.tv_sec'] ?? 0) +
            ($usage['ru_stime.tv_sec'] ?? 0) +
            (($usage['ru_utime.tv_usec'] ?? 0) + ($usage['ru_stime.tv_usec'] ?? 0)) / 1e6;
    }

    private static function damage(string $source, Randomizer $random): string
    {
        for ($times = $random->getInt(1, 4); $times > 0; --$times) {
            $at = $random->getInt(0, \strlen($source));
            $length = $random->getInt(0, 30);
            $source = match ($random->getInt(0, 5)) {
                0 => substr($source, 0, $at),
                1 => substr_replace($source, '', $at, $length),
                2 => substr_replace($source, $random->getBytes($length + 1), $at, $length),
                3 => substr_replace($source, substr($source, $random->getInt(0, \strlen($source)), $length), $at, 0),
                4 => substr_replace($source, \chr($random->getInt(0, 255)), $at, 1),
                default => substr_replace($source, self::WORDS[$random->getInt(0, \count(self::WORDS) - 1)], $at, 0),
            };
        }

        return $source;
    }
}
