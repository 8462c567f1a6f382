<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Entity\Piece;
use App\Shared\Repository\PieceRepository;
use App\Shared\Web\Typed;
use App\Shared\Web\Version;
use CoinStair\Core\Format\QuickEntry\WordsUnderNotes;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Hands\PartsFromLine;
use CoinStair\Core\Hands\Transposition;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece as Score;
use CoinStair\Core\Score\PrintedNumbers;
use CoinStair\Core\Score\Refusal;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Changes of a score that keep its measures. Chunks stay where they are. */
#[Route('/pieces/{id:piece}', requirements: ['id' => '\d{1,9}'])]
final class ScoreController extends AbstractController
{
    private const OLD = 'Somebody else changed this piece in the meantime. It is shown as it is now; your change was not made.';

    public function __construct(private readonly EntityManagerInterface $entities, private readonly ScorePreview $preview)
    {
    }

    /** Numbers, parts, strings, patterns and files, with what they would do to the score. */
    #[Route('/score', name: 'piece_score', methods: ['GET'])]
    public function show(Piece $piece, PieceRepository $library, Request $request): Response
    {
        return $this->render('library/score.html.twig', [
            'page' => new ScorePage($piece, $library->patterns(), $request->query->getString('part')),
        ]);
    }

    /** What the book prints over the measures, and whether the class goes by it. */
    #[Route('/numbers', name: 'piece_numbers', methods: ['POST'])]
    public function numbers(Piece $piece, Request $request): Response
    {
        return $this->change($piece, $request, static function (Score $score) use ($piece, $request): Score {
            $fields = $request->request;
            $what = $fields->getString('what');
            if ('use' === $what) {
                $piece->usePrinted('printed' === $fields->getString('use'));

                return $score->withIntroduction(
                    max(0, min(99, Typed::number($fields, 'introduction'))),
                    $fields->getBoolean('introductionCounted'),
                );
            }
            $position = MeasureNumbers::of($score)->find($fields->getString('measure'), $piece->usesPrinted());
            if (null === $position) {
                throw Refusal::because('There is no measure with this number.');
            }
            $label = trim($fields->getString('label'));
            if ('count' === $what) {
                return 1 === preg_match('/^\d{1,4}$/', $label)
                    ? PrintedNumbers::countFrom($score, $position, (int) $label)
                    : throw Refusal::because('Labels count on from a number.');
            }

            return 'clear' === $what ? PrintedNumbers::clearFrom($score, $position) : PrintedNumbers::label($score, $position, $label);
        });
    }

    /** Parts for the four instruments from the first one, for the hands of a year. */
    #[Route('/parts', name: 'piece_parts', methods: ['POST'])]
    public function parts(Piece $piece, Request $request): Response
    {
        $notices = [];

        return $this->change(
            $piece,
            $request,
            static function (Score $score) use ($request, &$notices): Score {
                $derived = PartsFromLine::of($score, Instrument::strings(), self::hands($request));
                $notices = $derived->notices;

                return $derived->piece;
            },
            $notices,
        );
    }

    /** Plainer parts for those whose own part asks for hands that their year does not have; or none any more. */
    #[Route('/eased', name: 'piece_eased', methods: ['POST'])]
    public function eased(Piece $piece, Request $request): Response
    {
        return $this->change($piece, $request, function (Score $score) use ($request): Score {
            if ('none' === $request->request->getString('what')) {
                return $score->withParts(array_values(array_filter($score->parts, static fn (Part $part): bool => !$part->eased)));
            }
            $eased = PartsFromLine::easedFor($score, self::hands($request));
            if ([] === $eased) {
                throw Refusal::because('No part lies beyond the hands of this year.');
            }
            foreach (ScorePreview::isAsked($request) ? [] : $eased as $one) {
                $this->addFlash('done', new Notice(0, 0, $one->how->added(), ['part' => $one->part->name]));
            }

            return PartsFromLine::joined($score, $eased);
        });
    }

    /** Of the year that was chosen. */
    private static function hands(Request $request): HandPolicies
    {
        return HandPolicies::ofLevel(Typed::number($request->request, 'year', 1));
    }

    /** Own words under the notes of a part. */
    #[Route('/words', name: 'piece_words', methods: ['POST'])]
    public function words(Piece $piece, Request $request): Response
    {
        return $this->change(
            $piece,
            $request,
            static fn (Score $score): Score => WordsUnderNotes::under(
                $score,
                $request->request->getString('part'),
                $request->request->getString('words'),
            ),
        );
    }

    #[Route('/octave', name: 'piece_octave', methods: ['POST'])]
    public function octave(Piece $piece, Request $request): Response
    {
        return $this->change($piece, $request, static function (Score $score) use ($piece, $request): Score {
            $range = MeasureNumbers::of($score)->range(
                $request->request->getString('from'),
                $request->request->getString('last'),
                $piece->usesPrinted(),
            );
            if (null === $range) {
                throw Refusal::because('There are no such measures.');
            }

            return Transposition::octaves(
                $score,
                $request->request->getString('part'),
                $range[0],
                $range[1] + 1,
                $request->request->getInt('octaves') < 0 ? -1 : 1,
            );
        });
    }

    /**
     * @param \Closure(Score): Score $edit    gives the new score
     * @param list<Notice>           $notices that the edit makes, by reference
     */
    private function change(Piece $piece, Request $request, \Closure $edit, array &$notices = []): Response
    {
        try {
            if (Version::isOld($request, $piece->getVersion())) {
                throw Refusal::because(self::OLD);
            }
            $changed = $edit($piece->score());
            if (ScorePreview::isAsked($request)) {
                return $this->preview->of($changed);
            }
            $piece->rewrite($changed, [...$piece->getNotices(), ...$notices]);
            $this->entities->flush();
        } catch (Refusal $refusal) {
            if (ScorePreview::isAsked($request)) {
                return $this->preview->problem($refusal->notice);
            }
            $this->addFlash('error', $refusal->notice);
        }

        return $this->redirectToRoute('piece_score', ['id' => $piece->getId()], 303);
    }
}
