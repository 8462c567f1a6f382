<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\OtherFile;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\UnreadableFile;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What is no score is named as what it is, with what to do instead (handbook 2). */
final class OtherFileTest extends TestCase
{
    #[DataProvider('files')]
    public function testItIsNamedAsWhatItIs(string $bytes, string $said): void
    {
        $this->expectException(UnreadableFile::class);
        $this->expectExceptionMessage($said);
        ScoreFile::read($bytes);
    }

    /** @return iterable<string, array{string, string}> */
    public static function files(): iterable
    {
        $instead = 'Ask whoever made it for the MusicXML file';
        yield 'a PDF' => [
            "%PDF-1.7\n1 0 obj",
            'This is a PDF: pages to look at and to print, nothing in it can be read as music. '.$instead,
        ];
        yield 'a PDF behind other bytes' => ["\n\n%PDF-1.4\n", 'This is a PDF'];
        yield 'a photograph' => ["\xFF\xD8\xFF\xE0\0\x10JFIF", 'This is a picture of notes: nothing in it can be read as music. '.$instead];
        yield 'a picture' => ["\x89PNG\r\n\x1a\n\0\0", 'This is a picture'];
        yield 'a picture of a telephone' => ["\0\0\0\x18ftypheic\0\0", 'This is a picture'];
        yield 'a drawing' => ['<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"/>', 'This is a picture'];
        yield 'a word document' => [self::packed(['[Content_Types].xml', 'word/document.xml']), 'This is a document of a word processor.'];
        yield 'an older word document' => ["\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1\0", 'This is a document'];
        yield 'rich text' => ['{\rtf1\ansi Tune}', 'This is a document'];
        yield 'a spreadsheet' => [self::packed(['[Content_Types].xml', 'xl/workbook.xml']), 'save it as CSV'];
        yield 'a presentation' => [self::packed(['[Content_Types].xml', 'ppt/presentation.xml']), 'This is a presentation'];
        yield 'a packed folder' => [self::packed(['tunes/one.abc', 'tunes/two.abc']), 'Unpack it'];
        yield 'a recording' => ["ID3\x03\0\0", 'This is a recording'];
        yield 'a recording of a telephone' => ["\0\0\0\x20ftypM4A \0", 'This is a recording'];
        yield 'a web page' => ["\n<!DOCTYPE html>\n<html><body>X:1</body></html>", 'This is a web page.'];
        yield 'MEI' => [
            '<?xml version="1.0"?><?xml-model href="x"?><mei xmlns="http://www.music-encoding.org/ns/mei"/>',
            'This is an MEI score.',
        ];
    }

    public function testAScoreIsNothingElse(): void
    {
        foreach (glob(\dirname(__DIR__, 3).'/demo/tunes/*') ?: [] as $file) {
            self::assertNull(OtherFile::told((string) file_get_contents($file)), $file);
        }
        self::assertNull(OtherFile::told(self::packed(['META-INF/container.xml', 'score.xml'])));
        self::assertNull(OtherFile::told("X:1\nT:ID3 Street\nK:D\n"));
        self::assertNull(OtherFile::told("% a remark on RIFF and the WAVE of it\nX:1\nK:D\nD4|"));
    }

    /** @param list<string> $names */
    private static function packed(array $names): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'coin-stair');
        $archive = new \ZipArchive();
        $archive->open($file, \ZipArchive::OVERWRITE);
        foreach ($names as $name) {
            $archive->addFromString($name, '<x/>');
        }
        $archive->close();
        $bytes = (string) file_get_contents($file);
        unlink($file);

        return $bytes;
    }
}
