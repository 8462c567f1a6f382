<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Library\Entry\PieceImport;
use App\Library\Entry\UploadedScore;
use CoinStair\Core\Format\Abc\TuneBook;
use CoinStair\Core\Format\PlainText;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Notice;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class LibraryController extends AbstractController
{
    #[Route('/library', name: 'library', methods: ['GET'])]
    public function list(Request $request, LibraryView $view): Response
    {
        return $this->render($request->headers->has('HX-Request') ? 'library/_list.html.twig' : 'library/list.html.twig', [
            'page' => $view->of($request->query),
        ]);
    }

    /** How some pieces begin: asked for as their rows come into sight. */
    #[Route('/library/incipits', name: 'library_incipits', methods: ['GET'])]
    public function incipits(Request $request, Incipits $incipits): JsonResponse
    {
        $ids = array_filter(explode(',', $request->query->getString('pieces')), ctype_digit(...));
        $shown = array_map(intval(...), \array_slice(array_values($ids), 0, LibraryView::PAGE));

        return new JsonResponse((object) $incipits->of($shown));
    }

    #[Route('/library/new', name: 'piece_new', methods: ['GET', 'POST'])]
    public function new(Request $request, PieceImport $import): Response
    {
        $pasted = $request->request->getString('abc');
        if ($request->isMethod('GET')) {
            return $this->form($pasted, null);
        }
        $file = $request->files->get('file');
        try {
            [$bytes, $name] = $file instanceof UploadedFile ? UploadedScore::read($file) : [$pasted, 'pasted.abc'];
            if (TuneBook::isOne($bytes)) {
                return $this->tunes($bytes, $name);
            }
            $piece = $import->import($bytes, $name);
        } catch (UnreadableFile $refusal) {
            return $this->form($pasted, $refusal->notice);
        }
        $this->addFlash(
            'done',
            [] === $piece->getNotices()
                ? 'The piece is in the library.'
                : 'The piece is in the library. What was left out or looks odd is listed below.',
        );

        return $this->redirectToRoute('piece', ['id' => $piece->getId()], 303);
    }

    /**
     * A file of many tunes: they are offered, all of them chosen.
     *
     * @throws UnreadableFile if it is too large
     */
    private function tunes(string $bytes, string $name): Response
    {
        $book = 'pasted.abc' === $name ? '' : mb_substr(mb_scrub(pathinfo($name, \PATHINFO_FILENAME)), 0, TuneBookController::LONGEST);

        $page = new TuneBookPage(TuneBook::read($bytes), PlainText::decode($bytes), $book);

        return $this->render('library/tunes.html.twig', ['page' => $page]);
    }

    private function form(string $pasted, ?Notice $notice): Response
    {
        return $this->render(
            'library/new.html.twig',
            ['abc' => mb_scrub($pasted), 'refusal' => $notice],
            new Response(null, null === $notice ? 200 : 422),
        );
    }
}
