<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hostile;

use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Sequence\FirstLook;
use CoinStair\Core\Tests\Effort;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Whatever is sent, it is read with its first analysis, or refused with a sentence, and takes neither long nor much (handbook 11). */
final class HostileFilesTest extends TestCase
{
    /** Seconds of this process, whatever else the machine does. */
    private const SECONDS = 2.0;
    private const BYTES = 128 * 1024 * 1024;

    /** @param \Closure(): string $make */
    #[DataProvider('files')]
    public function testItIsReadOrRefusedInTime(\Closure $make): void
    {
        $file = $make();
        memory_reset_peak_usage();
        $before = [self::seconds(), memory_get_usage()];
        $said = '';
        try {
            $piece = ScoreFile::read($file)->piece;
            self::assertLessThanOrEqual(Limits::usual()->measures, \count($piece->measures));
            FirstLook::at($piece, 84, 'hostile');
        } catch (UnreadableFile $refusal) {
            $said = $refusal->getMessage();
            self::assertNotSame('', $said);
            self::assertLessThan(300, \strlen($said), 'a refusal is a sentence, not a file');
        }
        $seconds = self::seconds() - $before[0];
        self::assertLessThan(self::BYTES, memory_get_peak_usage() - $before[1], $said);
        self::assertLessThan($seconds < self::SECONDS ? self::SECONDS : self::SECONDS * Effort::slowness(), $seconds, $said);
    }

    /** @return iterable<string, array{\Closure(): string}> */
    public static function files(): iterable
    {
        foreach (Effort::some(iterator_to_array(HostileFiles::all()), 3) as $name => $make) {
            yield $name => [$make];
        }
    }

    public function testAnHonestLargeScoreIsReadWhereSomebodyAsksForIt(): void
    {
        $abc = "X:1\nT:Long\nL:1/4\nK:D\n".str_repeat("D4|\n", 3000);
        self::assertCount(3000, ScoreFile::read($abc, Limits::large())->piece->measures);
        $this->expectExceptionMessage('The file holds more than 800 measures.');
        ScoreFile::read($abc);
    }

    private static function seconds(): float
    {
        /** @var array<string, int> $usage */
        $usage = getrusage() ?: [];
        $seconds = 0.0;
        foreach (['ru_utime', 'ru_stime'] as $of) {
            $seconds += ($usage[$of.'.tv_sec'] ?? 0) + ($usage[$of.'.tv_usec'] ?? 0) / 1e6;
        }

        return $seconds;
    }
}
