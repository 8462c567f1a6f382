<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Piece;
use App\Shared\Record\ChunkList;
use App\Shared\Web\Version;
use CoinStair\Core\Form\MeasureNumbers;
use CoinStair\Core\Practice\Chunk as Span;
use CoinStair\Core\Practice\ChunkKind;
use CoinStair\Core\Practice\EvenCut;
use CoinStair\Core\Score\Place;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Cutting a piece. Every action answers with the map and the list, or leads back to the page. */
final class ChunkController extends AbstractController
{
    public function __construct(private readonly EntityManagerInterface $entities, private readonly ChunkList $list, private readonly PieceWorkspace $workspace)
    {
    }

    #[Route('/pieces/{id:piece}/chunks', name: 'chunk_new', methods: ['POST'], requirements: ['id' => '\d+'])]
    public function new(Piece $piece, Request $request): Response
    {
        $score = $piece->score();
        [$from, $last] = self::measures($piece, $request);
        if ($from < 0 || $last < $from || $last >= \count($score->measures)) {
            return $this->answer($request, $piece, '' === trim($request->request->getString('numbers')) ? 'Choose the measures of the chunk first.' : 'There are no such measures.');
        }
        if (\count($this->list->of($piece)) >= ChunkList::LIMIT) {
            return $this->answer($request, $piece, 'This piece holds as many chunks as there can be.');
        }
        $whole = 0 === $from && \count($score->measures) === $last + 1;
        $span = Span::of($score, $whole ? ChunkKind::Whole : ChunkKind::ofSize($last - $from + 1), Place::of($from), Place::of($last + 1), \count($score->measures) !== $last + 1);
        $this->list->have($piece, [$span]);
        $this->entities->flush();

        return $this->answer($request, $piece);
    }

    #[Route('/pieces/{id:piece}/cut', name: 'chunk_cut', methods: ['POST'], requirements: ['id' => '\d+'])]
    public function cut(Piece $piece, Request $request): Response
    {
        $this->list->have($piece, EvenCut::of($piece->score()));
        $this->entities->flush();

        return $this->answer($request, $piece);
    }

    /** Moves an edge by beats. */
    #[Route('/chunks/{id:chunk}/edge', name: 'chunk_edge', methods: ['POST'], requirements: ['id' => '\d+'])]
    public function edge(Chunk $chunk, Request $request): Response
    {
        if (Version::isOld($request, $chunk->getVersion())) {
            return $this->answer($request, $chunk->getPiece(), 'Somebody else moved this chunk in the meantime. It is shown as it is now.');
        }
        $score = $chunk->getPiece()->score();
        $span = $chunk->span();
        $ticks = max(-64, min(64, $request->request->getInt('beats'))) * $score->beatTicks;
        $start = 'start' === $request->request->getString('edge');
        try {
            $moved = Span::of($score, $span->kind, $start ? $score->move($span->from, $ticks) : $span->from, $start ? $span->to : $score->move($span->to, $ticks), $span->lands);
        } catch (\InvalidArgumentException) {
            return $this->answer($request, $chunk->getPiece(), 'A chunk holds at least one beat.');
        }
        $chunk->cut($moved);
        $this->entities->flush();

        return $this->answer($request, $chunk->getPiece());
    }

    #[Route('/chunks/{id:chunk}/landing', name: 'chunk_landing', methods: ['POST'], requirements: ['id' => '\d+'])]
    public function landing(Chunk $chunk, Request $request): Response
    {
        $span = $chunk->span();
        $chunk->cut(Span::of($chunk->getPiece()->score(), $span->kind, $span->from, $span->to, !$span->lands));
        $this->entities->flush();

        return $this->answer($request, $chunk->getPiece());
    }

    #[Route('/chunks/{id:chunk}/remove', name: 'chunk_remove', methods: ['POST'], requirements: ['id' => '\d+'])]
    public function remove(Chunk $chunk, Request $request): Response
    {
        $chunk->setRemoved(true);
        $this->entities->flush();

        return $this->answer($request, $chunk->getPiece(), '', $chunk);
    }

    #[Route('/chunks/{id:chunk}/restore', name: 'chunk_restore', methods: ['POST'], requirements: ['id' => '\d+'])]
    public function restore(Chunk $chunk, Request $request): Response
    {
        $chunk->setRemoved(false);
        $this->entities->flush();

        return $this->answer($request, $chunk->getPiece());
    }

    /** @return array{int, int} positions as chosen on the map, or by the numbers that were typed; -1 for none */
    private static function measures(Piece $piece, Request $request): array
    {
        $typed = trim($request->request->getString('numbers'));
        if ('' === $typed) {
            return [$request->request->getInt('from', -1), $request->request->getInt('last', -1)];
        }
        if (1 !== preg_match('/^\s*(\S+?)\s*(?:(?:-|–|\bto\b|,)\s*(\S+))?\s*$/u', $typed, $match)) {
            return [-1, -1];
        }

        return MeasureNumbers::of($piece->score())->range($match[1], $match[2] ?? $match[1], $piece->usesPrinted()) ?? [-1, -1];
    }

    private function answer(Request $request, Piece $piece, string $problem = '', ?Chunk $removed = null): Response
    {
        if (!$request->headers->has('HX-Request')) {
            if ('' !== $problem) {
                $this->addFlash('error', $problem);
            }

            return $this->redirectToRoute('piece', ['id' => $piece->getId()], 303);
        }

        return $this->render('library/_workspace.html.twig', $this->workspace->of($piece) + ['problem' => $problem, 'removed' => $removed], new Response(null, '' === $problem ? 200 : 422));
    }
}
