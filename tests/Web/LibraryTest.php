<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\Piece;
use App\Shared\Entity\PieceSource;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\File\UploadedFile;

final class LibraryTest extends WebCase
{
    public function testAPastedTuneIsReadAndKeptAsItCame(): void
    {
        $this->post('/library/new', ['abc' => self::TUNE]);
        self::assertResponseRedirects();
        $this->browser->followRedirect();
        self::assertSelectorTextContains('h1', 'Gate');
        self::assertCount(8, $this->overlay()['measures']);
        $source = $this->entities()->getRepository(PieceSource::class)->findOneBy([]);
        self::assertSame(self::TUNE, $source?->bytes());
    }

    #[DataProvider('badFiles')]
    public function testABadFileGetsAClearMessage(string $bytes, string $message): void
    {
        $this->upload($bytes, 'bad.xml');
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('#refusal', $message);
        self::assertSame(0, $this->entities()->getRepository(Piece::class)->count([]));
    }

    /** @return iterable<string, array{string, string}> */
    public static function badFiles(): iterable
    {
        yield 'empty' => ['', 'The file is empty.'];
        yield 'not music' => ["Dear all,\nsee you", 'Line 1, column 1'];
        yield 'a picture' => ["\x89PNG\r\n\x1a\n\0\0\0\rIHDR", 'This is a picture of notes'];
        yield 'an entity bomb' => [
            '<?xml version="1.0"?><!DOCTYPE s [<!ENTITY a "a"><!ENTITY b "&a;&a;">]><score-partwise>&b;</score-partwise>',
            'defines entities of its own',
        ];
        yield 'another XML' => ['<letter><p>Hello</p></letter>', 'it begins with <letter>'];
        yield 'a web page' => ['<html><p>Hello</p></html>', 'This is a web page.'];
        yield 'a PDF' => ["%PDF-1.7\n", 'This is a PDF'];
        yield '30 MB' => [str_repeat('x', 30 * 1024 * 1024), 'larger than 20 MB'];
    }

    public function testAPartlyReadableFileIsReadWithNotices(): void
    {
        $this->upload("X:1\nT:Odd\nM:4/4\nL:1/4\nK:D\nD2A2|D4 E|F2", 'odd.abc');
        self::assertResponseRedirects();
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.notices', 'Measure 2 holds 5 beats');
    }

    public function testWhatWasTypedComesBackWithTheMessage(): void
    {
        $this->post('/library/new', ['abc' => 'half a <tune>']);
        self::assertSelectorTextContains('textarea', 'half a <tune>');
    }

    public function testSearchAndPages(): void
    {
        $this->piece();
        $this->browser->request('GET', '/library?search=Gat');
        self::assertSelectorTextContains('tbody', 'Gate');
        $this->browser->request('GET', '/library?search=%25');
        self::assertSelectorTextContains('.empty', 'No piece matches.');
        $this->browser->request('GET', '/library?page=9');
        self::assertResponseIsSuccessful();
    }

    public function testTheMapTellsWhichMeasuresComeBack(): void
    {
        $this->browser->request('GET', "/pieces/{$this->piece()->getId()}");
        self::assertSelectorTextContains('.map-tools output', '4 to be learned');
        $letters = array_column($this->overlay()['measures'], 'letter');
        self::assertSame(['a', 'b', 'c', '', 'a', 'b', 'c', 'b'], $letters);
        self::assertSame(
            'the same as measure 1',
            $this->overlay()['measures'][4]['told'],
        );
    }

    public function testNotationOfARunOfMeasures(): void
    {
        $this->browser->request('GET', "/pieces/{$this->piece()->getId()}/notation?from=1&to=3");
        $data = json_decode($this->body(), true);
        self::assertIsArray($data);
        self::assertIsString($data['xml']);
        self::assertSame(2, substr_count($data['xml'], '<measure '));
        self::assertSame([['number' => '2', 'notes' => ['D 4']], ['number' => '3', 'notes' => ['A 2', 'D 2']]], $data['text']);
    }

    private function upload(string $bytes, string $name): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'upload');
        file_put_contents($path, $bytes);
        $this->post('/library/new', [], ['file' => new UploadedFile($path, $name, null, \UPLOAD_ERR_OK, true)]);
    }
}
