<?php

declare(strict_types=1);

namespace App\Tests;

use App\Library\Entry\PieceImport;
use App\Shared\Entity\Piece;
use PHPUnit\Framework\Attributes\DataProvider;

/** The library, looked through. */
final class LibrarySearchTest extends WebCase
{
    /** Title, book, number, meter, key, measures, goal tempo. */
    private const PIECES = [
        ['Alder', 'Blue', '10', '4/4', 'D', 8, 60],
        ['Birch', 'Blue', '2', '3/4', 'G', 40, 60],
        ['Cedar', 'Amber', '1', '4/4', 'Gm', 80, 60],
        ['Damson', '', '', '6/8', 'D', 20, 120],
    ];

    /** @param list<string> $titles in this order */
    #[DataProvider('searches')]
    public function testPiecesAreFilteredAndPutInOrder(string $query, array $titles): void
    {
        $this->library();
        self::assertSame($titles, $this->titles($query));
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function searches(): iterable
    {
        yield 'in the order of the books, by their numbers, what is in none at the end' => ['', ['Cedar', 'Birch', 'Alder', 'Damson']];
        yield 'a book' => ['book=Blue', ['Birch', 'Alder']];
        yield 'a key is a tonic and a mode' => ['key=G+major', ['Birch']];
        yield 'the minor one' => ['key=G+minor', ['Cedar']];
        yield 'a meter' => ['meter=4/4', ['Cedar', 'Alder']];
        // Alder 0:32, Birch 2:00, Cedar 5:20, Damson 0:20.
        yield 'under a minute' => ['length=1', ['Alder', 'Damson']];
        yield 'one to two minutes' => ['length=2', []];
        yield 'two minutes are two to four' => ['length=4', ['Birch']];
        yield 'long ones' => ['length=long', ['Cedar']];
        yield 'several at once' => ['book=Blue&meter=4/4&search=ald', ['Alder']];
        yield 'by title' => ['sort=title', ['Alder', 'Birch', 'Cedar', 'Damson']];
        yield 'turned round' => ['sort=-length', ['Cedar', 'Birch', 'Alder', 'Damson']];
        yield 'the books turned round' => ['sort=-book', ['Damson', 'Alder', 'Birch', 'Cedar']];
        yield 'the newest first' => ['sort=-added', ['Damson', 'Cedar', 'Birch', 'Alder']];
        yield 'what nobody can choose is nothing' => ['length=7&sort=password', ['Cedar', 'Birch', 'Alder', 'Damson']];
        yield 'a key that is none' => ['key=%', []];
    }

    public function testWhatCanBeChosenIsWhatThereIs(): void
    {
        $this->library();
        $page = $this->browser->request('GET', '/library?book=Blue');
        self::assertSame(['all books', 'Amber (1)', 'Blue (2)'], self::words($page->filter('#library-book option')->each(self::text(...))));
        self::assertSame(['all meters', '3/4', '4/4', '6/8'], self::words($page->filter('#library-meter option')->each(self::text(...))));
        self::assertSame('Blue', $page->filter('#library-book option[selected]')->attr('value'));
        self::assertSelectorTextContains('.found', '2 pieces');
        $head = $page->filter('th a.sort')->reduce(static fn ($one): bool => 'Length' === trim($one->text()));
        self::assertStringContainsString('book=Blue', (string) $head->attr('href'));
        self::assertStringContainsString('sort=length', (string) $head->attr('href'));
        $this->browser->request('GET', '/library?sort=length');
        self::assertSelectorExists('th[aria-sort=ascending] a[href*="sort=-length"]');
    }

    public function testInWorkIsWhatAClassHasBegunAndNotBroughtToItsGoal(): void
    {
        $this->library();
        $lesson = $this->lesson();
        self::assertSame([], $this->titles('work=1'));
        $this->earn($lesson, $this->played($lesson));
        self::assertSame([$lesson->getPiece()->getTitle()], $this->titles('work=1'));
        $class = $lesson->getClass()->getId();
        $other = $this->schoolClass('Lane Two')->getId();
        self::assertSame([$lesson->getPiece()->getTitle()], $this->titles("work=1&for=class-$class"));
        self::assertSame([], $this->titles("work=1&for=class-$other"));
    }

    public function testPagesAreCounted(): void
    {
        for ($number = 0; $number < 41; ++$number) {
            $this->add(["Tune $number", 'Long', (string) $number, '4/4', 'D', 1, 60]);
        }
        $this->entities()->flush();
        self::assertCount(40, $this->titles(''));
        self::assertSelectorTextContains('.found', '41 pieces · page 1 of 2');
        self::assertSame(['Tune 40'], $this->titles('page=2'));
        self::assertSame(['Tune 40'], $this->titles('page=99999999999'));
    }

    public function testHowPiecesBeginIsToldForThoseThatAreAsked(): void
    {
        $piece = (int) $this->piece()->getId();
        $outline = $this->service(PieceImport::class)->import("X:1\nT:Bare\nM:4/4\nL:1/4\nK:C\nz4|z4|]\n", 'bare.abc');
        $this->browser->request('GET', "/library/incipits?pieces=$piece,{$outline->getId()},999,x,");
        /** @var array<int, array{xml: string, text: string}|null> $begins */
        $begins = json_decode((string) $this->browser->getResponse()->getContent(), true);
        self::assertEqualsCanonicalizing([$piece, (int) $outline->getId()], array_keys($begins));
        self::assertSame('D A | D', $begins[$piece]['text'] ?? '');
        self::assertSame(2, substr_count($begins[$piece]['xml'] ?? '', '<measure '));
        self::assertNull($begins[(int) $outline->getId()]);
        $this->browser->request('GET', '/library/incipits?pieces=x,-1,');
        self::assertSame('{}', $this->browser->getResponse()->getContent());
        // More measures than fit into one answer: what is left out is asked for again.
        $long = "X:1\nT:Long\nM:4/4\nL:1/1\nK:D\n".implode('|', array_fill(0, 800, 'D'))."|]\n";
        $first = $this->service(PieceImport::class)->import($long, 'long.abc')->getId();
        $second = $this->service(PieceImport::class)->import($long, 'long.abc')->getId();
        $this->browser->request('GET', "/library/incipits?pieces=$first,$second");
        $begins = json_decode((string) $this->browser->getResponse()->getContent(), true);
        self::assertIsArray($begins);
        self::assertSame([$first], array_keys($begins));
        $this->browser->loginUser($this->account('two@example.org'));
        $this->browser->request('GET', "/library/incipits?pieces=$piece");
        self::assertSame('{}', $this->browser->getResponse()->getContent());
    }

    private function library(): void
    {
        foreach (self::PIECES as $piece) {
            $this->add($piece);
        }
        $this->entities()->flush();
    }

    /** @param array{string, string, string, string, string, int, int} $of */
    private function add(array $of): Piece
    {
        [$title, $book, $number, $meter, $key, $measures, $goal] = $of;
        $bar = '6/8' === $meter ? 'D6' : ('3/4' === $meter ? 'D6' : 'D8');
        $tune = "X:1\nT:$title\nM:$meter\nL:1/8\nQ:1/4=$goal\nK:$key\n".implode('|', array_fill(0, $measures, $bar))."|]\n";
        $piece = $this->service(PieceImport::class)->import($tune, 'tune.abc');
        $piece->setBook($book);
        $piece->setNumberInBook($number);

        return $piece;
    }

    /** @return list<string> */
    private function titles(string $query): array
    {
        $page = $this->browser->request('GET', '/library?'.$query);
        self::assertResponseIsSuccessful();

        return self::words($page->filter('tbody th')->each(self::text(...)));
    }

    private static function text(\Symfony\Component\DomCrawler\Crawler $element): string
    {
        return trim($element->text());
    }

    /**
     * @param array<mixed> $words
     *
     * @return list<string>
     */
    private static function words(array $words): array
    {
        return array_values(array_filter($words, is_string(...)));
    }
}
