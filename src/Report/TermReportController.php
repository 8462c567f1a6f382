<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Entity\SchoolClass;
use App\Shared\Reckoned\Skills;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The term report of a class: to be read, printed, or taken along as a table. */
final class TermReportController extends AbstractController
{
    /** Weeks that a report looks back if nobody says from when. */
    private const WEEKS = 20;
    private const TYPES = [
        'csv' => 'text/csv; charset=UTF-8',
        'ods' => 'application/vnd.oasis.opendocument.spreadsheet',
    ];

    #[Route('/classes/{id:class}/report.{format}', name: 'term_report', methods: ['GET'], requirements: [
        'id' => '\d{1,9}',
        'format' => 'html|csv|ods',
    ], defaults: ['format' => 'html'])]
    public function __invoke(
        SchoolClass $class,
        string $format,
        Request $request,
        TermReportView $view,
        TermTable $table,
        Skills $skills,
    ): Response {
        $to = self::day($request->query->getString('to')) ?? new \DateTimeImmutable($skills->today());
        $from = self::day($request->query->getString('from')) ?? $to->modify('-'.self::WEEKS.' weeks');
        $report = $view->of($class, min($from, $to), $to);
        if ('html' === $format) {
            return $this->render('report/term.html.twig', ['page' => $report]);
        }
        $rows = $table->rows($report);
        $response = new Response('csv' === $format ? Csv::write($rows) : Spreadsheet::write($class->getName(), $rows));
        $response->headers->set('Content-Type', self::TYPES[$format] ?? '');
        $name = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($class->getName())), '-').'-report.'.$format;
        $response->headers->set('Content-Disposition', HeaderUtils::makeDisposition(HeaderUtils::DISPOSITION_ATTACHMENT, $name));

        return $response;
    }

    private static function day(string $typed): ?\DateTimeImmutable
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $typed);

        return false !== $day && $day->format('Y-m-d') === $typed ? $day : null;
    }
}
