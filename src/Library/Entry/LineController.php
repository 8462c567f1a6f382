<?php

declare(strict_types=1);

namespace App\Library\Entry;

use App\Shared\Entity\Piece;
use App\Shared\Web\Version;
use CoinStair\Core\Format\PieceDraft;
use CoinStair\Core\Format\QuickEntry\Entry;
use CoinStair\Core\Format\QuickEntry\EntryMode;
use CoinStair\Core\Format\QuickEntry\EntryResult;
use CoinStair\Core\Format\QuickEntry\Problem;
use CoinStair\Core\Format\QuickEntry\Reader;
use CoinStair\Core\Format\QuickEntry\Writer;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece as Score;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Score\Splice;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The notes of a few measures, corrected as a line of quick entry. */
#[Route('/pieces/{id:piece}', requirements: ['id' => '\d{1,9}'])]
final class LineController extends AbstractController
{
    private const OLD = 'Somebody else changed this piece in the meantime. It is shown as it is now; your change was not made.';
    private const OTHER_LENGTH = 'The line has to hold as many measures as before; a chunk may stand on each of them.';
    /** Measures that are corrected at once. */
    private const EDITED = 16;

    public function __construct(private readonly EntityManagerInterface $entities)
    {
    }

    /** The quick-entry line of some measures of one part. */
    #[Route('/line', name: 'piece_line', methods: ['GET'])]
    public function line(Piece $piece, Request $request): Response
    {
        [$score, $part, $from, $to] = self::lineOf($piece, $request->query);
        $entry = Writer::letters($score, $part, $from, $to, false);

        return $this->render('library/line.html.twig', ['page' => LinePage::of($piece, $part, $from, $to, $entry)]);
    }

    #[Route('/line/preview', name: 'piece_line_preview', methods: ['POST'])]
    public function linePreview(Piece $piece, Request $request): Response
    {
        [$score, $part, $from, $to] = self::lineOf($piece, $request->request);
        $entry = self::typed($score, $part, $from, $request);

        return $this->render(
            'library/_entry_preview.html.twig',
            ['preview' => EntryPreview::of(Reader::read($entry), $entry->text, LinePage::numbersFrom($score, $from))],
        );
    }

    /** The line with what was played on a keyboard. */
    #[Route('/line/played', name: 'piece_line_played', methods: ['POST'])]
    public function played(Piece $piece, Request $request, PlayedTyping $typing): JsonResponse
    {
        [$score, $part, $from] = self::lineOf($piece, $request->request);

        return $typing->answer(self::typed($score, $part, $from, $request), $request);
    }

    #[Route('/line', name: 'piece_line_save', methods: ['POST'])]
    public function saveLine(Piece $piece, Request $request): Response
    {
        [$score, $part, $from, $to] = self::lineOf($piece, $request->request);
        $entry = self::typed($score, $part, $from, $request);
        $result = Reader::read($entry);
        $said = $this->refusal($piece, $request, $result, $to - $from);
        if ('' === $said && null !== $result->piece) {
            try {
                $piece->rewrite(Splice::into($score, $part->id, $from, $result->piece->parts[0]->measures), $piece->getNotices());
                $this->entities->flush();
                $this->addFlash('done', 'The notes are changed; the chunks stay.');

                return $this->redirectToRoute('piece', ['id' => $piece->getId()], 303);
            } catch (Refusal $refusal) {
                $said = $refusal->notice;
            }
        }

        return $this->render(
            'library/line.html.twig',
            ['page' => LinePage::of($piece, $part, $from, $to, $entry, $said)],
            new Response(null, 422),
        );
    }

    private function refusal(Piece $piece, Request $request, EntryResult $result, int $measures): string
    {
        return match (true) {
            Version::isOld($request, $piece->getVersion()) => self::OLD,
            null === $result->piece => 'There are no notes yet.',
            [] !== array_filter($result->problems, self::isInTheWay(...)) => 'Mend what is underlined first.',
            \count($result->piece->measures) !== $measures => self::OTHER_LENGTH,
            default => '',
        };
    }

    /**
     * @param InputBag<string> $asked part (id), from and to (positions); held inside the piece
     *
     * @return array{Score, Part, int, int} score, part, first position, position after the last
     */
    private static function lineOf(Piece $piece, InputBag $asked): array
    {
        $score = $piece->score();
        $count = \count($score->measures);
        $from = max(0, min($count - 1, $asked->getInt('from')));
        $to = max($from + 1, min($asked->getInt('to'), $from + self::EDITED, $count));

        return [$score, $score->part($asked->getString('part')) ?? $score->parts[0], $from, $to];
    }

    private static function typed(Score $score, Part $part, int $from, Request $request): Entry
    {
        $shown = Writer::letters($score, $part, $from, $from + 1);

        return new Entry(
            'fingers' === $request->request->getString('mode') ? EntryMode::Fingers : EntryMode::Letters,
            $request->request->getString('text'),
            '',
            '',
            $shown->meter,
            $request->request->getString('unit', $shown->unit),
            $shown->key,
            '',
            $part->instrument,
        );
    }

    /** A measure with other beats than its meter is told, but may stay. */
    private static function isInTheWay(Problem $problem): bool
    {
        return !$problem->notice->says(PieceDraft::UNEVEN);
    }
}
