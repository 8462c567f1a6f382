<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\Sequence\SequenceBuilder;
use App\Lesson\Teach\LessonPlanner;
use App\Library\Entry\PieceImport;

/** Who played what: each piece that a class has met, with how far it is (handbook 7). */
final class PiecesOfClassesTest extends WebCase
{
    private const ROPE = "X:1\nT:Rope\nM:4/4\nL:1/4\nQ:1/4=92\nK:D\nDEFG|A2F2|GFED|E4|DEFG|A2F2|GEDE|D4|]\n";

    public function testEachClassStandsBesideEachPieceThatItMet(): void
    {
        $this->taught();
        $table = $this->browser->request('GET', '/classes/pieces')->filter('table');
        self::assertSame(['Piece', 'Lane One', 'Lane Two'], $table->filter('thead th')->each(static fn ($cell): string => $cell->text()));
        $rows = $table->filter('tbody tr');
        self::assertSame(['Rope Lanterns 2', 'Gate'], $rows->filter('th')->each(static fn ($cell): string => $cell->text()), 'books first');
        self::assertStringContainsString('1–4 of 8 at 60; the whole not yet', $rows->eq(1)->filter('td')->eq(0)->text());
        self::assertSame('–', $rows->eq(1)->filter('td')->eq(1)->text());
        self::assertSame('–', $rows->eq(0)->filter('td')->eq(0)->text());
        self::assertStringContainsString('begun; no tread won yet', $rows->eq(0)->filter('td')->eq(1)->text());
    }

    public function testItIsFilteredAndTakenAlong(): void
    {
        $this->taught();
        $this->browser->request('GET', '/classes/pieces?book=Lanterns');
        self::assertSelectorTextSame('tbody th a', 'Rope');
        self::assertSelectorCount(1, 'tbody tr');
        $this->browser->request('GET', '/classes/pieces?state=in-progress');
        self::assertSelectorTextSame('tbody th a', 'Gate');
        self::assertSelectorCount(1, 'tbody tr');
        $this->browser->request('GET', '/classes/pieces?state=at-goal&page=7');
        self::assertSelectorTextContains('.empty', 'No piece is like that.');
        $this->browser->request('GET', '/classes/pieces.csv?state=in-progress');
        self::assertResponseHeaderSame('Content-Type', 'text/csv; charset=UTF-8');
        $lines = explode("\r\n", trim($this->body()));
        self::assertStringContainsString('"Lane One"', $lines[0]);
        self::assertStringStartsWith('Gate,,"in progress, ', $lines[1]);
        self::assertCount(2, $lines);
        $this->browser->request('GET', '/classes/pieces.ods');
        self::assertResponseIsSuccessful();
        self::assertStringStartsWith('PK', $this->body());
    }

    public function testItIsOfOneProgram(): void
    {
        $this->taught();
        $other = $this->account('two@example.org');
        $this->enter($other);
        $this->browser->loginUser($other);
        $this->browser->request('GET', '/classes/pieces');
        self::assertSelectorTextContains('.empty', 'No class was taught a piece yet.');
    }

    /** One class won something of one piece, another opened another. */
    private function taught(): void
    {
        $lesson = $this->lesson();
        $this->earn($lesson, $this->played($lesson));
        $lesson->end(new \DateTimeImmutable(), '');
        $rope = $this->service(PieceImport::class)->import(self::ROPE, 'rope.abc');
        $rope->setBook('Lanterns');
        $rope->setNumberInBook('2');
        $class = $this->schoolClass('Lane Two');
        $sequence = $this->service(SequenceBuilder::class)->build($class, $rope, 92);
        $this->entities()->flush();
        $second = $this->service(LessonPlanner::class)->begin($sequence);
        $this->entities()->persist($second);
        $this->entities()->flush();
        $this->browser->request('GET', "/sequences/{$sequence->getId()}/written");
        $this->browser->submitForm('Write it down', ['steps['.$this->played($second)->id.']' => 'played']);
        self::assertResponseRedirects();
    }
}
