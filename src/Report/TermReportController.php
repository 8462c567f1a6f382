<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\TaskKind;
use App\Shared\Entity\User;
use App\Shared\Facts\Skills;
use App\Shared\Work\Tasks;
use CoinStair\Core\Score\Refusal;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** The term report of a class: to be read, printed, or taken along as a table. */
final class TermReportController extends AbstractController
{
    /** Weeks that a report looks back if nobody says from when. */
    private const WEEKS = 20;

    #[Route('/classes/{id:class}/report.{format}', name: 'term_report', methods: ['GET'], requirements: [
        'id' => '\d{1,9}',
        'format' => 'html|csv|ods',
    ], defaults: ['format' => 'html'])]
    public function __invoke(
        SchoolClass $class,
        string $format,
        Request $request,
        TermReportView $view,
        ReportFile $file,
        Skills $skills,
    ): Response {
        [$from, $to] = self::days($request, $skills->today());
        if ('html' === $format) {
            return $this->render('report/term.html.twig', ['page' => $view->of($class, $from, $to)]);
        }
        $response = new Response($file->write($class, $from, $to, $format), headers: ['Content-Type' => ReportFile::TYPES[$format] ?? '']);
        $response->headers->set(
            'Content-Disposition',
            HeaderUtils::makeDisposition(HeaderUtils::DISPOSITION_ATTACHMENT, ReportFile::name($class, $format)),
        );

        return $response;
    }

    /** The reports of all classes, made in the background. */
    #[Route('/classes/reports', name: 'term_reports', methods: ['POST'])]
    public function all(Request $request, Skills $skills, Tasks $tasks, #[CurrentUser] User $user): Response
    {
        [$from, $to] = self::days($request, $skills->today());
        $asked = [
            ReportWork::FROM => $from->format('Y-m-d'),
            ReportWork::TO => $to->format('Y-m-d'),
            ReportWork::FORMAT => 'ods',
        ];
        try {
            $days = $asked[ReportWork::FROM].' – '.$asked[ReportWork::TO];
            $task = $tasks->begin(TaskKind::Report, $days, 'reports-'.implode('-', $asked), $asked, $user);
        } catch (Refusal $refusal) {
            $this->addFlash('error', $refusal->notice);

            return $this->redirectToRoute('classes', [], 303);
        }

        return $this->redirectToRoute('task', ['id' => $task->getId()], 303);
    }

    /** @return array{\DateTimeImmutable, \DateTimeImmutable} first and last day */
    private static function days(Request $request, string $today): array
    {
        $typed = $request->isMethod('POST') ? $request->request : $request->query;
        $to = self::day($typed->getString('to')) ?? new \DateTimeImmutable($today);
        $from = self::day($typed->getString('from')) ?? $to->modify('-'.self::WEEKS.' weeks');

        return [min($from, $to), $to];
    }

    private static function day(string $typed): ?\DateTimeImmutable
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $typed);

        return false !== $day && $day->format('Y-m-d') === $typed ? $day : null;
    }
}
