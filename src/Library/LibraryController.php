<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Piece;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Notice;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class LibraryController extends AbstractController
{
    private const PAGE = 40;

    #[Route('/library', name: 'library', methods: ['GET'])]
    public function list(Request $request, EntityManagerInterface $entities): Response
    {
        $search = trim($request->query->getString('search'));
        $page = max(1, $request->query->getInt('page', 1));
        $query = $entities->createQueryBuilder()
            ->select('p.id, p.title, p.composer, p.book, p.numberInBook, p.keyName, p.keyMode, p.meter, p.measures, p.parts, p.goalTempo, p.beats')
            ->from(Piece::class, 'p')
            ->orderBy('p.book')->addOrderBy('LENGTH(p.numberInBook)')->addOrderBy('p.numberInBook')->addOrderBy('p.title')->addOrderBy('p.id')
            ->setFirstResult(($page - 1) * self::PAGE)->setMaxResults(self::PAGE + 1);
        if ('' !== $search) {
            $query->where('p.title LIKE :search OR p.composer LIKE :search OR p.book LIKE :search')
                ->setParameter('search', '%'.addcslashes($search, '%_\\').'%');
        }
        /** @var list<array<string, mixed>> $pieces */
        $pieces = $query->getQuery()->getArrayResult();

        return $this->render($request->headers->has('HX-Request') ? 'library/_list.html.twig' : 'library/list.html.twig', [
            'pieces' => \array_slice($pieces, 0, self::PAGE),
            'search' => $search,
            'page' => $page,
            'more' => \count($pieces) > self::PAGE,
        ]);
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
            [$bytes, $name] = $file instanceof UploadedFile ? UploadedScore::of($file) : [$pasted, 'pasted.abc'];
            $piece = $import->import($bytes, $name);
        } catch (UnreadableFile $refusal) {
            return $this->form($pasted, $refusal->notice);
        }
        $this->addFlash('done', [] === $piece->getNotices() ? 'The piece is in the library.' : 'The piece is in the library. What was left out or looks odd is listed below.');

        return $this->redirectToRoute('piece', ['id' => $piece->getId()], 303);
    }

    private function form(string $pasted, ?Notice $notice): Response
    {
        return $this->render('library/new.html.twig', ['abc' => $pasted, 'refusal' => $notice], new Response(null, null === $notice ? 200 : 422));
    }
}
