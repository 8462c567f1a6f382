<?php

declare(strict_types=1);

namespace App\Library\Hands;

use App\Shared\Entity\Piece;
use App\Shared\Repository\ClassRepository;
use App\Shared\Web\HandWords;
use App\Shared\Web\Notation;
use CoinStair\Core\Hands\HandLayers;
use CoinStair\Core\Hands\HandsOnScore;
use CoinStair\Core\Score\Measure;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;

/**
 * All of a piece for the engraver of the browser: as written, or with everything that can be said of one instrument's hands. Layers are
 * shown and hidden there, so that nothing is engraved twice.
 */
final class EngravingController
{
    public function __construct(
        private readonly ClassRepository $classes,
        private readonly HandsView $view,
        private readonly HandWords $words,
    ) {
    }

    #[Route('/pieces/{id:piece}/engraving', name: 'piece_engraving', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function __invoke(Piece $piece, Request $request): JsonResponse
    {
        $score = $piece->score();
        $query = HandsQuery::of($request->query, $this->classes);
        $hands = $this->view->hands($piece, $query);
        $part = $request->query->getString('part');
        $parts = null === $hands && null !== $score->part($part) ? [$part] : null;
        $shown = null === $hands ? $score : HandsOnScore::marked($hands, HandLayers::everything());

        return new JsonResponse([
            'xml' => Notation::ofPiece($shown, $parts),
            'places' => Notation::places($shown, $parts),
            'rows' => [] !== array_filter($score->measures, static fn (Measure $measure): bool => $measure->lineBreak),
            // Words of the piece itself; what stands below them belongs to the hands.
            'verses' => max([0, ...array_map(HandsOnScore::verses(...), null === $hands ? $shown->parts : [$hands->part])]),
            // What the policies show where nobody chose anything else.
            'usual' => [
                'fingers' => $query->layers->fingers->value ?? 'none',
                'letters' => $query->layers->letters->value ?? 'none',
            ],
            'fresh' => null === $hands ? [] : $hands->freshNotes(),
            'set' => null === $hands ? [] : HandsView::set($hands),
            'ribbon' => null === $hands ? null : $this->words->ribbon($hands, 0, \count($score->measures)),
        ]);
    }
}
