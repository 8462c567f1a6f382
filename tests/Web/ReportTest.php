<?php

declare(strict_types=1);

namespace App\Tests;

use App\Report\Csv;
use App\Report\Spreadsheet;
use App\Shared\Entity\Piece;
use Symfony\Component\HttpFoundation\File\UploadedFile;

/** The term report, and the order of a book with its index. */
final class ReportTest extends WebCase
{
    use SendsEntries;

    public function testTheReportTellsPiecesSkillsAndMinutes(): void
    {
        $lesson = $this->lesson();
        $this->send($lesson, array_map(fn (): array => $this->entry($lesson, 'coin'), [1, 2, 3]));
        $this->post("/lessons/{$lesson->getId()}/accept", ['remark' => '']);
        $address = '/classes/'.$lesson->getClass()->getId().'/report';
        $this->browser->request('GET', $address);
        self::assertSelectorTextContains('.report', 'One lesson');
        self::assertSelectorTextContains('.report', 'Gate');
        self::assertSelectorTextContains('.report-skills', 'open D bowed');
        $this->browser->request('GET', "$address?from=2000-01-01&to=2000-02-01");
        self::assertSelectorTextContains('.report', 'No lesson was recorded');
        $this->browser->request('GET', "$address?from=yesterday&to=<b>");
        self::assertResponseIsSuccessful();
    }

    public function testTheReportIsTakenAlongAsTables(): void
    {
        $lesson = $this->lesson();
        $this->send($lesson, array_map(fn (): array => $this->entry($lesson, 'coin'), [1, 2, 3]));
        $this->post("/lessons/{$lesson->getId()}/accept", ['remark' => '']);
        $address = '/classes/'.$lesson->getClass()->getId().'/report';
        $this->browser->request('GET', "$address.csv");
        self::assertResponseHeaderSame('Content-Type', 'text/csv; charset=UTF-8');
        self::assertStringContainsString('"Open D bowed",open.bow.D,Violins,', $this->body());
        self::assertResponseHeaderSame('Content-Disposition', 'attachment; filename=lane-one-report.csv');
        $this->browser->request('GET', "$address.ods");
        self::assertStringContainsString('Open D bowed', self::contentOf($this->body()));
        $this->browser->request('GET', "$address.exe");
        self::assertResponseStatusCodeSame(404);
    }

    public function testAFormulaInATableIsText(): void
    {
        self::assertStringContainsString("\"'=cmd|' /C calc'!A0\",-3", Csv::write([["=cmd|' /C calc'!A0", -3]]));
        $content = self::contentOf(Spreadsheet::write("A/B's", [["<b>\x01=1", 2.5], []]));
        self::assertStringContainsString('<text:p>&lt;b&gt;=1</text:p>', $content);
        self::assertStringContainsString('office:value="2.5"', $content);
        self::assertStringContainsString('table:name="A B s"', $content);
    }

    public function testAnIndexBecomesOutlinesWithTheirNumbers(): void
    {
        $index = "Number;Title;Key;Meter;Measures\n1;First Steps;D;3/4;12\n2b;\"Round; the Pond\";G;;\n";
        $this->takeIndex($index);
        self::assertSelectorTextContains('.said', '2 outlines are in the library.');
        $pieces = $this->entities()->getRepository(Piece::class)->findBy([], ['id' => 'ASC']);
        self::assertSame(['1', '2b'], array_map(static fn (Piece $piece): string => $piece->getNumberInBook(), $pieces));
        self::assertSame(['First Steps', 'Round; the Pond'], array_map(static fn (Piece $piece): string => $piece->getTitle(), $pieces));
        self::assertCount(12, $pieces[0]->score()->measures);
        $this->takeIndex("number,title\n1,Other\n3,Third\n");
        self::assertSelectorTextContains('.said', 'One outline is in the library; one number was there already.');
        self::assertSame('First Steps', $this->entities()->getRepository(Piece::class)->find($pieces[0]->getId())?->getTitle());
    }

    public function testAnIndexAsAnOldSpreadsheetSavesItIsReadAsItIs(): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'index');
        file_put_contents($path, mb_convert_encoding("number,title\n1,Fluß über Höhen\n", 'Windows-1252', 'UTF-8'));
        $this->post('/library/index', ['book' => 'Pond Book'], ['file' => new UploadedFile($path, 'index.csv', test: true)]);
        $this->work();
        self::assertSame('Fluß über Höhen', $this->entities()->getRepository(Piece::class)->findOneBy([])?->getTitle());
    }

    public function testTheReportsOfAllClassesAreMadeInTheBackgroundAndTakenAlong(): void
    {
        $this->browser->request('GET', '/classes');
        self::assertSelectorNotExists('form[action="/classes/reports"]');
        $this->beginners('Lane One');
        $this->beginners('Lane One');
        $form = $this->browser->request('GET', '/classes')->selectButton('Reports of all classes')->form();
        $this->browser->submit($form);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.task', 'It begins in a moment');
        $address = $this->browser->getRequest()->getPathInfo();
        $this->browser->request('GET', "$address/file");
        self::assertResponseStatusCodeSame(404);
        $this->work();
        $this->browser->request('GET', $address);
        self::assertSelectorTextContains('.task', 'The reports of 2 classes are ready.');
        $this->browser->clickLink('Take it along');
        self::assertResponseHeaderSame('Content-Type', 'application/zip');
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        file_put_contents($path, $this->body());
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($path));
        self::assertSame('01-lane-one-report.ods', $zip->getNameIndex(0));
        self::assertSame('02-lane-one-report.ods', $zip->getNameIndex(1));
        self::contentOf((string) $zip->getFromIndex(1));
        unlink($path);
    }

    public function testAnIndexThatIsWrongIsToldLineByLineAndNothingIsTaken(): void
    {
        $this->post('/library/index', ['book' => 'Pond Book', 'index' => "number,title,meter\n1,One,4/4\n1,Two,9/9\n,Three,\n"]);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('[role=alert]', 'Line 3: The number 1 comes twice.');
        self::assertSelectorTextContains('[role=alert]', 'Line 3: The meter "9/9" is not understood');
        self::assertSelectorTextContains('[role=alert]', 'Line 4: The number is empty');
        self::assertSame([], $this->entities()->getRepository(Piece::class)->findAll());
        $this->post('/library/index', ['book' => 'Pond Book', 'index' => "a,b\n1,2\n"]);
        self::assertSelectorTextContains('[role=alert]', 'no column "number"');
        $this->post('/library/index', ['book' => '', 'index' => "number,title\n1,One\n"]);
        self::assertSelectorTextContains('[role=alert]', 'Give the book a name');
    }

    public function testABookTellsItsOrder(): void
    {
        foreach ([1 => "D2A2|D4|\n", 2 => "D/E/F/G/ (AB) c d|D4|!p!e f g a|]\n"] as $number => $notes) {
            $piece = $this->service(\App\Library\Entry\PieceImport::class)->import("X:1\nT:No $number\nM:4/4\nL:1/4\nK:D\n$notes", 'x.abc');
            $piece->setBook('Pond Book');
            $piece->setNumberInBook((string) $number);
        }
        $this->entities()->flush();
        $this->browser->request('GET', '/books?book=Pond%20Book');
        self::assertSelectorTextContains('tbody', 'open D bowed');
        self::assertSelectorTextContains('.jump', 'new at once');
        self::assertSelectorTextContains('#once-title + ul', 'Soft: only in No 2');
        $this->browser->request('GET', '/books?book=None');
        self::assertResponseIsSuccessful();
    }

    private function takeIndex(string $index): void
    {
        $this->post('/library/index', ['book' => 'Pond Book', 'index' => $index]);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.task', 'Pond Book');
        $address = $this->browser->getRequest()->getPathInfo();
        $this->work();
        $this->browser->request('GET', $address);
        self::assertResponseRedirects('/books?book=Pond%20Book');
        $this->browser->followRedirect();
    }

    private static function contentOf(string $file): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'ods');
        file_put_contents($path, $file);
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($path));
        self::assertSame('application/vnd.oasis.opendocument.spreadsheet', $zip->getFromIndex(0));
        $content = (string) $zip->getFromName('content.xml');
        self::assertNotFalse(simplexml_load_string($content));
        unlink($path);

        return $content;
    }
}
