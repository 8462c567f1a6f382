<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Library\Cut\CutQuery;
use App\Library\Cut\CutView;
use App\Library\Entry\UploadedScore;
use App\Library\Hands\HandsQuery;
use App\Library\Hands\HandsView;
use App\Shared\Entity\Piece;
use App\Shared\Repository\ClassRepository;
use App\Shared\Repository\PieceRepository;
use App\Shared\Repository\SequenceRepository;
use App\Shared\Web\Notation;
use App\Shared\Web\Version;
use CoinStair\Core\Form\Reading;
use CoinStair\Core\Format\UnreadableFile;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\Form\FormError;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Contracts\Translation\TranslatorInterface;

#[Route('/pieces/{id:piece}', requirements: ['id' => '\d{1,9}'])]
final class PieceController extends AbstractController
{
    /** Measures that are engraved at once. */
    private const ENGRAVED = 32;

    public function __construct(
        private readonly ClassRepository $classes,
        private readonly PieceRepository $library,
        private readonly EntityManagerInterface $entities,
    ) {
    }

    #[Route('', name: 'piece', methods: ['GET'])]
    public function show(Piece $piece, Request $request, CutView $view, SequenceRepository $sequences): Response
    {
        $workspace = $view->page($view->load($piece, CutQuery::of($request->query, $piece, $this->classes)));
        $reading = Reading::tryFrom($request->query->getString('reading')) ?? Reading::Printed;

        return $this->render('library/piece.html.twig', [
            'page' => new PiecePage(
                $workspace,
                $reading,
                $this->classes->choices(),
                $sequences->ofPiece($piece),
            ),
        ]);
    }

    /** The road map in one of its readings, as a strip to step through. */
    #[Route('/road', name: 'piece_road', methods: ['GET'])]
    public function road(Piece $piece, Request $request): Response
    {
        return $this->render('library/_road.html.twig', [
            'piece' => $piece,
            'road' => RoadStrip::of($piece->score(), Reading::tryFrom($request->query->getString('reading')) ?? Reading::Printed),
        ]);
    }

    /** Notation of a run of measures: a small MusicXML, and the same as text. */
    #[Route('/notation', name: 'piece_notation', methods: ['GET'])]
    public function notation(Piece $piece, Request $request, HandsView $view): JsonResponse
    {
        $score = $piece->score();
        $count = \count($score->measures);
        $from = max(0, min($count - 1, $request->query->getInt('from')));
        $to = max($from + 1, min($count, $request->query->getInt('to', $count), $from + self::ENGRAVED));
        $query = HandsQuery::of($request->query, $this->classes);
        $hands = $view->hands($piece, $query);
        if (null !== $hands) {
            return new JsonResponse($view->of($piece, $hands, $query, $from, $to));
        }
        $part = $request->query->getString('part');
        $parts = null === $score->part($part) ? null : [$part];
        $textPart = $score->part($part) ?? $score->parts[0];

        return new JsonResponse([
            'xml' => Notation::ofMeasures($score, $from, $to, $parts),
            'text' => Notation::text($score, $textPart, $from, $to),
            'set' => [],
            'why' => [],
            'ribbon' => null,
            'notices' => [],
            'side' => '',
            'more' => '',
        ]);
    }

    #[Route('/settings', name: 'piece_settings', methods: ['GET', 'POST'])]
    public function settings(Piece $piece, Request $request, TranslatorInterface $translator): Response
    {
        $form = $this->createForm(PieceType::class, $piece)->handleRequest($request);
        if ($form->isSubmitted() && Version::isOld($request, $piece->getVersion())) {
            $form->addError(
                new FormError(
                    $translator->trans('Somebody else changed this in the meantime. Your values stand below; save again to keep them.'),
                ),
            );
        } elseif ($form->isSubmitted() && $form->isValid()) {
            $this->entities->flush();

            return $this->redirectToRoute('piece', ['id' => $piece->getId()], 303);
        }

        return $this->render('library/settings.html.twig', ['piece' => $piece, 'form' => $form]);
    }

    /** Reads a newer file of the same piece: chunks stay on their music. */
    #[Route('/newer', name: 'piece_newer', methods: ['GET', 'POST'])]
    public function newer(Piece $piece, Request $request, NewerFile $newer): Response
    {
        $problem = null;
        if ($request->isMethod('POST')) {
            $file = $request->files->get('file');
            try {
                if (Version::isOld($request, $piece->getVersion())) {
                    throw UnreadableFile::because(
                        'Somebody else changed this piece in the meantime. It is shown as it is now; your change was not made.',
                    );
                }
                [$bytes, $name] =
                    $file instanceof UploadedFile ? UploadedScore::read($file) : throw UnreadableFile::because('Choose a file first.');
                $this->addFlash(
                    'done',
                    0 === $newer->read($piece, $bytes, $name)
                        ? 'The newer file is read. All chunks stand on their music.'
                        : 'The newer file is read. Chunks whose measures are all gone were taken off the map.',
                );

                return $this->redirectToRoute('piece', ['id' => $piece->getId()], 303);
            } catch (UnreadableFile $refusal) {
                $problem = $refusal->notice;
            }
        }

        return $this->render(
            'library/newer.html.twig',
            ['piece' => $piece, 'problem' => $problem],
            new Response(null, null === $problem ? 200 : 422),
        );
    }

    /** The file from which the piece was read, as it came. */
    #[Route('/source', name: 'piece_source', methods: ['GET'])]
    public function source(Piece $piece): Response
    {
        $source = $this->library->source($piece) ?? throw $this->createNotFoundException();

        return new Response($source->bytes(), 200, [
            'Content-Type' => 'application/octet-stream',
            'Content-Disposition' => HeaderUtils::makeDisposition(
                'attachment',
                str_replace(['/', '\\', '%'], '-', $source->getFileName()),
                'piece',
            ),
        ]);
    }
}
