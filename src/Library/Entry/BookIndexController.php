<?php

declare(strict_types=1);

namespace App\Library\Entry;

use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Format\QuickEntry\BookIndex;
use CoinStair\Core\Format\QuickEntry\BookIndexRow;
use CoinStair\Core\Format\ReadResult;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Takes the index of a book: an outline for each of its pieces that the library does not have yet, numbered as in the book. */
final class BookIndexController extends AbstractController
{
    private const LONGEST = 120;
    /** Problems of an index that are told at once. */
    private const TOLD = 12;

    #[Route('/library/index', name: 'book_index', methods: ['GET', 'POST'])]
    public function __invoke(
        Request $request,
        PieceRepository $library,
        PieceImport $import,
        EntityManagerInterface $entities,
        TranslatorInterface $translator,
    ): Response {
        $book = trim(mb_scrub($request->isMethod('POST') ? $request->request->getString('book') : $request->query->getString('book')));
        $file = $request->files->get('file');
        $pasted = $request->request->getString('index');
        if ($request->isMethod('GET')) {
            return $this->page($book, '', []);
        }
        $text = $file instanceof UploadedFile && $file->isValid() ? $file->getContent() : $pasted;
        $index = BookIndex::read($text);
        if ('' === $book || mb_strlen($book) > self::LONGEST) {
            return $this->page($book, $text, [], 'Give the book a name of at most 120 letters.');
        }
        if ([] !== $index->problems) {
            return $this->page($book, $text, \array_slice($index->problems, 0, self::TOLD));
        }
        $there = [];
        foreach ($library->ofBook($book) as $piece) {
            $there[$piece->getNumberInBook()] = true;
        }
        $new = array_values(array_filter($index->rows, static fn (BookIndexRow $row): bool => !isset($there[$row->number])));
        $entities->wrapInTransaction(static function () use ($new, $book, $import): void {
            foreach ($new as $row) {
                $import->take(new ReadResult($row->piece, []), 'index.csv', $row->number.','.$row->piece->title, $book)
                    ->setNumberInBook($row->number);
            }
        });
        $this->addFlash(
            'done',
            $translator->trans('index.taken', ['count' => \count($new), 'there' => \count($index->rows) - \count($new)]),
        );

        return $this->redirectToRoute('book', ['book' => $book], 303);
    }

    /** @param list<\CoinStair\Core\Score\Notice> $problems */
    private function page(string $book, string $text, array $problems, string $said = ''): Response
    {
        return $this->render('library/index.html.twig', [
            'book' => $book,
            'text' => mb_substr(mb_scrub($text), 0, BookIndex::BYTES),
            'problems' => $problems,
            'said' => $said,
        ], new Response(null, [] === $problems && '' === $said ? 200 : 422));
    }
}
