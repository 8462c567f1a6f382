<?php

declare(strict_types=1);

namespace App\Library\Entry;

use App\Shared\Entity\TaskKind;
use App\Shared\Entity\User;
use App\Shared\Repository\PieceRepository;
use App\Shared\Work\Tasks;
use CoinStair\Core\Format\PlainText;
use CoinStair\Core\Format\QuickEntry\BookIndex;
use CoinStair\Core\Format\QuickEntry\BookIndexRow;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Refusal;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** Takes the index of a book, and has an outline made of each of its pieces that the library does not have yet (IndexWork). */
final class BookIndexController extends AbstractController
{
    private const LONGEST = 120;
    /** Problems of an index that are told at once. */
    private const TOLD = 12;

    #[Route('/library/index', name: 'book_index', methods: ['GET', 'POST'])]
    public function __invoke(
        Request $request,
        PieceRepository $library,
        Tasks $tasks,
        #[CurrentUser] User $user,
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
        $there = $library->numbers($book);
        $had = array_filter($index->rows, static fn (BookIndexRow $row): bool => isset($there[$row->number]));
        try {
            $task = $tasks->begin(
                TaskKind::BookIndex,
                $book,
                'index-'.hash('xxh128', $book."\n".$text),
                [
                    IndexWork::BOOK => $book,
                    IndexWork::INDEX => PlainText::decode($text),
                    IndexWork::THERE => (string) \count($had),
                ],
                $user,
            );
        } catch (Refusal $refusal) {
            return $this->page($book, $text, [], $refusal->notice);
        }

        return $this->redirectToRoute('task', ['id' => $task->getId()], 303);
    }

    /** @param list<Notice> $problems */
    private function page(string $book, string $text, array $problems, Notice|string $said = ''): Response
    {
        return $this->render('library/index.html.twig', [
            'book' => $book,
            'text' => mb_substr(mb_scrub(PlainText::decode($text)), 0, BookIndex::BYTES),
            'problems' => $problems,
            'said' => $said,
        ], new Response(null, [] === $problems && '' === $said ? 200 : 422));
    }
}
