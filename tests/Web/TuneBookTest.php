<?php

declare(strict_types=1);

namespace App\Tests;

use App\Library\Entry\PieceImport;
use App\Shared\Entity\Piece;

/** A file of many tunes offers them all; those that are chosen become pieces of a book (handbook 2 and 11). */
final class TuneBookTest extends WebCase
{
    private const FILE = "M:3/4\nL:1/4\n\nX:1\nT:One\nK:D\nDFA|d3|]\n\nX:2\nT:Two\nK:G\nGBd|g3|]\n\n".
        "X:3\nT:Bad\nthis is no tune\n\nX:4\nT:Four\nK:C\nCEG|c3|]\n";

    public function testAllAreOfferedAndTheChosenBecomePieces(): void
    {
        $this->paste(self::FILE);
        self::assertResponseIsSuccessful();
        self::assertSelectorTextContains('.head', 'This file has 4 tunes.');
        self::assertSelectorCount(4, '[name="chosen[]"][checked]');
        self::assertSame(self::FILE, $this->browser->getCrawler()->filter('textarea[name=abc]')->text(null, false));
        $this->take(['Lanterns', [0, 2, 3]]);
        self::assertSame([['1', 'One'], ['4', 'Four']], $this->pieces('Lanterns'));
        self::assertSelectorTextContains('main', '2 tunes became pieces; one could not be read');
        $this->take(['Lanterns', [0, 1]]);
        self::assertSame([['1', 'One'], ['2', 'Two'], ['4', 'Four']], $this->pieces('Lanterns'), 'none twice');
        self::assertSelectorTextContains('main', 'one number was there already');
    }

    public function testAnOutlineBecomesThePiece(): void
    {
        $outline = $this->service(PieceImport::class)->import("X:1\nT:Two\nM:3/4\nL:1/4\nK:G\nz3|z3|]\n", 'two.abc');
        $outline->setBook('Lanterns');
        $outline->setNumberInBook('2');
        $this->entities()->flush();
        self::assertTrue($outline->score()->isOutline());
        $this->take(['Lanterns', [1]]);
        self::assertSame([['2', 'Two']], $this->pieces('Lanterns'));
        $now = $this->entities()->find(Piece::class, $outline->getId());
        self::assertFalse($now?->score()->isOutline());
        self::assertSelectorTextContains('main', 'No tune became pieces, one outline has its notes now.');
    }

    public function testAThickBookIsTakenToo(): void
    {
        $said = 'N:'.str_repeat('said of it ', 60);
        $file = implode("\n", array_map(
            static fn (int $number): string => "X:$number\nT:Tune $number\n$said\nM:3/4\nL:1/4\nK:D\nDFA|d3|]\n",
            range(1, 300),
        ));
        $this->paste($file);
        self::assertSelectorTextContains('.head', 'This file has 300 tunes.');
        $sent = (string) $this->browser->getCrawler()->filter('textarea[name=abc]')->text(null, false);
        // As a browser sends the lines of a field.
        $this->post('/library/tunes', ['abc' => str_replace("\n", "\r\n", $sent), 'book' => 'Lanterns', 'chosen' => ['7', '299']]);
        self::assertResponseStatusCodeSame(303);
        $this->work();
        self::assertSame([['300', 'Tune 300'], ['8', 'Tune 8']], $this->pieces('Lanterns'));
    }

    public function testWhatIsMissingIsToldAndWhatWasChosenIsKept(): void
    {
        $this->post('/library/tunes', ['abc' => self::FILE, 'book' => 'Lanterns']);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('[role=alert]', 'Choose one tune at least.');
        self::assertSelectorCount(0, '[name="chosen[]"][checked]');
        self::assertSelectorExists('[name=book][value=Lanterns]');
        $this->post('/library/tunes', ['abc' => self::FILE, 'book' => str_repeat('x', 121), 'chosen' => ['1']]);
        self::assertSelectorTextContains('[role=alert]', 'The name of a book has at most 120 letters.');
        self::assertSelectorCount(1, '[name="chosen[]"][checked]');
        $this->post('/library/tunes', ['abc' => 'nothing', 'chosen' => ['0', '99', 'x']]);
        self::assertResponseStatusCodeSame(422);
        $this->paste(str_repeat("X:1\nK:D\nD4|\n", 100_000));
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('#refusal', 'This file has many tunes and is larger than 1 MB: send it in parts.');
        $this->post('/library/tunes', ['abc' => str_repeat("X:1\nK:D\nD4|\n", 100_000), 'chosen' => ['0']]);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.error', 'send it in parts');
        self::assertSame(0, $this->entities()->getRepository(Piece::class)->count([]));
    }

    private function paste(string $abc): void
    {
        $this->post('/library/new', ['abc' => $abc]);
    }

    /** @param array{string, list<int>} $what book and positions of the tunes that are taken */
    private function take(array $what): void
    {
        [$book, $chosen] = $what;
        $this->post('/library/tunes', ['abc' => self::FILE, 'book' => $book, 'chosen' => array_map(strval(...), $chosen)]);
        self::assertResponseStatusCodeSame(303);
        $task = (string) $this->browser->getResponse()->headers->get('Location');
        $this->work();
        $this->entities()->clear();
        $this->browser->request('GET', $task);
        while ($this->browser->getResponse()->isRedirect()) {
            $this->browser->followRedirect();
        }
    }

    /** @return list<array{string, string}> number and title of each piece of a book */
    private function pieces(string $book): array
    {
        $pieces = $this->entities()->getRepository(Piece::class)->findBy(['book' => $book], ['numberInBook' => 'ASC']);

        return array_map(static fn (Piece $piece): array => [$piece->getNumberInBook(), $piece->getTitle()], $pieces);
    }
}
