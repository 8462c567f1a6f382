<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\Skills;
use App\Shared\Web\MusicWords;
use App\Shared\Web\Typed;
use CoinStair\Core\Standing\CoverageState;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Who played what: pieces and classes, to be read, printed, or taken along as a table. */
final class PiecesController extends AbstractController
{
    public function __construct(
        private readonly PiecesOfClasses $pieces,
        private readonly MusicWords $words,
        private readonly TranslatorInterface $translator,
    ) {
    }

    #[Route('/classes/pieces.{format}', name: 'pieces_of_classes', methods: ['GET'], requirements: [
        'format' => 'html|csv|ods',
    ], defaults: ['format' => 'html'])]
    public function __invoke(string $format, Request $request, Skills $skills): Response
    {
        $query = $request->query;
        $page = max(1, Typed::number($query, 'page', 1));
        $found = $this->pieces->of(
            $query->getString('book'),
            CoverageState::tryFrom($query->getString('state')),
            'html' === $format ? $page : 0,
        );
        if ('html' === $format) {
            return $this->render('report/pieces.html.twig', ['page' => $found, 'day' => $skills->today()]);
        }
        $rows = $this->rows($found);
        $response = new Response(
            'csv' === $format ? Csv::write($rows) : Spreadsheet::write($this->translator->trans('Pieces'), $rows),
            headers: ['Content-Type' => ReportFile::TYPES[$format] ?? ''],
        );
        $name = HeaderUtils::makeDisposition(HeaderUtils::DISPOSITION_ATTACHMENT, 'pieces-of-classes.'.$format);
        $response->headers->set('Content-Disposition', $name);

        return $response;
    }

    /** @return list<list<string>> a piece a line: for each class its state, the day of the last lesson, and how far it is */
    private function rows(PiecesPage $page): array
    {
        $names = array_map(static fn (SchoolClass $class): string => $class->getName(), $page->classes);
        $rows = [[$this->translator->trans('Title'), $this->translator->trans('Book'), ...$names]];
        foreach ($page->rows as $row) {
            $cells = [$row->title, $row->book];
            foreach ($page->classes as $class) {
                $met = $row->met[(int) $class->getId()] ?? null;
                $cells[] = null === $met ? '' : implode(', ', [
                    $this->translator->trans('state.'.$met->state->value),
                    $met->last,
                    $this->words->notice($met->reach->told()),
                ]);
            }
            $rows[] = $cells;
        }

        return $rows;
    }
}
