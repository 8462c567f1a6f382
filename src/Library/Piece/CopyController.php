<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Library\Entry\PieceImport;
use App\Shared\Entity\Piece;
use App\Shared\Entity\RhythmPattern;
use App\Shared\Web\Typed;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Hands\Transposition;
use CoinStair\Core\Score\Piece as Score;
use CoinStair\Core\Score\Refusal;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Copies of a piece that are other music: on another string, in another rhythm. */
#[Route('/pieces/{id:piece}', requirements: ['id' => '\d{1,9}'])]
final class CopyController extends AbstractController
{
    private const STRINGS = [-2 => 'two strings lower', -1 => 'one string lower', 1 => 'one string higher', 2 => 'two strings higher'];

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly PieceImport $import,
        private readonly ScorePreview $preview,
    ) {
    }

    /** Copies of the tune on other strings, all in one go. */
    #[Route('/strings', name: 'piece_strings', methods: ['POST'])]
    public function strings(Piece $piece, Request $request): Response
    {
        $copies = [];
        try {
            foreach (self::STRINGS as $strings => $words) {
                if (\in_array((string) $strings, $request->request->all('strings'), true)) {
                    if (ScorePreview::isAsked($request)) {
                        return $this->preview->of(Transposition::strings($piece->score(), $strings));
                    }
                    $copies[] = $this->copy($piece, Transposition::strings($piece->score(), $strings), $words);
                }
            }
        } catch (Refusal $refusal) {
            if (ScorePreview::isAsked($request)) {
                return $this->preview->problem($refusal->notice);
            }
            $this->addFlash('error', $refusal->notice);
        }
        if (ScorePreview::isAsked($request)) {
            return $this->preview->of($piece->score());
        }
        if ([] !== $copies) {
            $this->addFlash('done', 'The copies are in the library.');
        }

        return $this->redirectToRoute(
            1 === \count($copies) ? 'piece' : 'library',
            1 === \count($copies) ? ['id' => $copies[0]->getId()] : ['search' => $piece->getTitle()],
            303,
        );
    }

    /** A copy with a rhythm pattern on each tone. */
    #[Route('/rhythm', name: 'piece_rhythm', methods: ['POST'])]
    public function rhythm(Piece $piece, Request $request): Response
    {
        $pattern = $this->entities->getRepository(RhythmPattern::class)->findOneBy(['id' => Typed::number($request->request, 'pattern')]);
        if (null === $pattern) {
            $this->addFlash('error', 'Choose a rhythm pattern of this program.');

            return $this->redirectToRoute('piece_score', ['id' => $piece->getId()], 303);
        }
        if (ScorePreview::isAsked($request)) {
            return $this->preview->of($pattern->pattern()->apply($piece->score()));
        }
        $copy = $this->copy($piece, $pattern->pattern()->apply($piece->score()), $pattern->getName());
        $this->addFlash('done', 'The played version is a piece of its own.');

        return $this->redirectToRoute('piece', ['id' => $copy->getId()], 303);
    }

    private function copy(Piece $piece, Score $score, string $suffix): Piece
    {
        $copy = $this->import->take(new ReadResult($score, []), 'copy.txt', 'copy of '.$piece->getTitle(), $piece->getBook());
        $copy->setTitle(mb_substr($piece->getTitle(), 0, 150).', '.$suffix);
        $copy->setComposer($piece->getComposer());
        $copy->setGoalTempo($piece->getGoalTempo());
        $this->entities->flush();

        return $copy;
    }
}
