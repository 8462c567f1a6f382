<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\MusicXml\Packed;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\ScoreWriter;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PackedTest extends TestCase
{
    public function testPackedAndUnpackedItIsTheSame(): void
    {
        $piece = Tunes::abc('CDEF|G4|]');
        $bytes = ScoreWriter::Mxl->write($piece);
        self::assertSame('mxl', ScoreFile::format($bytes));
        self::assertSame(Tunes::text($piece), Tunes::text(ScoreFile::read($bytes)->piece));
    }

    public function testAnArchiveWithoutAContainerIsReadByItsOnlyScore(): void
    {
        $bytes = self::archive(['words.txt' => 'hello', 'tune.musicxml' => ScoreWriter::MusicXml->write(Tunes::abc('C4|'))]);
        self::assertSame('C4:4', Tunes::text(ScoreFile::read($bytes)->piece));
    }

    /** @param \Closure(): string $bytes */
    #[DataProvider('hostile')]
    public function testAHostileArchiveIsRefused(\Closure $bytes, string $message): void
    {
        $this->expectException(UnreadableFile::class);
        $this->expectExceptionMessage($message);
        Packed::unpack($bytes(), ScoreFile::MAX_BYTES);
    }

    /** @return iterable<string, array{\Closure(): string, string}> */
    public static function hostile(): iterable
    {
        yield 'too many files' => [
            static fn (): string => self::archive(array_fill_keys(array_map(static fn (int $n): string => "f$n.xml", range(0, 250)), 'x')),
            'more than 200 files',
        ];
        yield 'a bomb' => [
            static fn (): string => self::archive(['score.xml' => str_repeat(' ', 30_000_000)]),
            'unpacks to more than 200 times',
        ];
        yield 'a large score' => [static fn (): string => self::archive(['score.xml' => self::noise(22_000_000)]), 'larger than 20 MB'];
        yield 'a path upwards' => [static fn (): string => self::archive(['../../etc/passwd.xml' => '<x/>']), 'leads outside'];
        yield 'an absolute path' => [static fn (): string => self::archive(['/etc/passwd.xml' => '<x/>']), 'leads outside'];
        yield 'no score' => [static fn (): string => self::archive(['readme.txt' => 'x']), 'holds no MusicXML'];
        yield 'a named score that is missing' => [
            static fn (): string => self::archive([
                'META-INF/container.xml' => '<container><rootfiles><rootfile full-path="gone.xml"/></rootfiles></container>',
            ]),
            'gone.xml',
        ];
        yield 'damaged' => [static fn (): string => "PK\x03\x04".str_repeat('x', 50), 'damaged'];
    }

    /** @param array<string, string> $files */
    private static function archive(array $files): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'mxl');
        $archive = new \ZipArchive();
        $archive->open($path, \ZipArchive::OVERWRITE);
        foreach ($files as $name => $content) {
            $archive->addFromString($name, $content);
        }
        $archive->close();
        $bytes = (string) file_get_contents($path);
        unlink($path);

        return $bytes;
    }

    private static function noise(int $length): string
    {
        return str_repeat(substr(base64_encode(random_bytes(60_000)), 0, 80_000), intdiv($length, 80_000) + 1);
    }
}
