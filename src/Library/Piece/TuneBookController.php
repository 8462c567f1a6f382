<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Entity\TaskKind;
use App\Shared\Entity\User;
use App\Shared\Work\Tasks;
use CoinStair\Core\Format\Abc\TuneBook;
use CoinStair\Core\Format\PlainText;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Refusal;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** Takes the tunes that were chosen from a file of many, in the background (TuneBookWork). */
final class TuneBookController extends AbstractController
{
    /** Letters of the name of a book. */
    public const LONGEST = 120;

    #[Route('/library/tunes', name: 'tunes_take', methods: ['POST'])]
    public function __invoke(Request $request, Tasks $tasks, #[CurrentUser] User $user): Response
    {
        $typed = $request->request;
        $text = PlainText::decode($typed->getString('abc'));
        $book = trim(mb_scrub($typed->getString('book')));
        try {
            $file = TuneBook::read($text);
        } catch (UnreadableFile $refusal) {
            $this->addFlash('error', $refusal->notice);

            return $this->redirectToRoute('piece_new', [], 303);
        }
        $chosen = array_values(array_filter(
            array_keys($file->tunes),
            static fn (int $position): bool => \in_array((string) $position, $typed->all('chosen'), true),
        ));
        try {
            $task = $tasks->begin(...$this->asked($file, $text, $book, $chosen), by: $user);
        } catch (Refusal $refusal) {
            return $this->render(
                'library/tunes.html.twig',
                ['page' => new TuneBookPage($file, $text, $book, $chosen, $refusal->notice)],
                new Response(null, 422),
            );
        }

        return $this->redirectToRoute('task', ['id' => $task->getId()], 303);
    }

    /**
     * @param list<int> $chosen positions of tunes
     *
     * @return array{kind: TaskKind, name: string, subject: string, asked: array<string, string>} what is to be done
     *
     * @throws Refusal
     */
    private function asked(TuneBook $file, string $text, string $book, array $chosen): array
    {
        if (mb_strlen($book) > self::LONGEST) {
            throw Refusal::because('The name of a book has at most 120 letters.');
        }
        if ([] === $chosen) {
            throw Refusal::because('Choose one tune at least.');
        }
        $asked = [TuneBookWork::BOOK => $book, TuneBookWork::FILE => $text, TuneBookWork::CHOSEN => implode(',', $chosen)];

        return [
            'kind' => TaskKind::TuneBook,
            'name' => '' === $book ? $file->tunes[$chosen[0]]->title : $book,
            'subject' => 'tunes-'.hash('xxh128', implode("\n", $asked)),
            'asked' => $asked,
        ];
    }
}
