<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Lesson\Sheet\LessonPlayers;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\User;
use App\Shared\Repository\LessonRepository;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Refusal;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

final class LessonController extends AbstractController
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly LessonRepository $lessons,
        private readonly LessonLog $log,
        private readonly RecordView $view,
    ) {
    }

    /** Begins a lesson, or goes on with the one that is open for this sequence today. */
    #[Route('/sequences/{id:sequence}/lesson', name: 'lesson_new', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function new(Sequence $sequence, LessonPlanner $planner): Response
    {
        if ([] === $sequence->steps()) {
            $this->addFlash('error', 'This sequence has no steps yet.');

            return $this->redirectToRoute('sequence', ['id' => $sequence->getId()], 303);
        }
        // Two who start at once come here one after the other, and the second finds the lesson of the first.
        $lesson = $this->entities->wrapInTransaction(function () use ($sequence, $planner): Lesson|Refusal {
            $this->entities->lock($sequence, LockMode::PESSIMISTIC_WRITE);
            try {
                $lesson = $this->lessons->open($sequence) ?? $planner->next($sequence);
            } catch (Refusal $refusal) {
                return $refusal;
            }
            $this->entities->persist($lesson);

            return $lesson;
        });
        if ($lesson instanceof Refusal) {
            $this->addFlash('error', $lesson->notice);

            return $this->redirectToRoute('sequence', ['id' => $sequence->getId()], 303);
        }

        return $this->redirectToRoute('lesson', ['id' => $lesson->getId()], 303);
    }

    #[Route('/lessons/{id:lesson}', name: 'lesson', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function show(Lesson $lesson, LessonScreen $screen, LessonKeys $keys, #[CurrentUser] User $user): Response
    {
        if (!$lesson->isOpen()) {
            return $this->redirectToRoute('lesson_end', ['id' => $lesson->getId()]);
        }

        return $this->render('lesson/lesson.html.twig', [
            'lesson' => $lesson,
            'data' => $screen->data($lesson, $this->log->all($lesson), $keys->make($user, $lesson)),
        ]);
    }

    /** What one instrument sees and sounds of each chunk. The screen fetches all of them and keeps them for when there is no network. */
    #[Route(
        '/lessons/{id:lesson}/players/{player}',
        name: 'lesson_player',
        methods: ['GET'],
        requirements: ['id' => '\d{1,9}', 'player' => '[^/]{1,120}'],
    ),]
    public function player(Lesson $lesson, string $player, LessonPlayers $players): JsonResponse
    {
        return JsonResponse::fromJsonString($players->json($lesson, $player) ?? throw $this->createNotFoundException());
    }

    #[Route('/lessons/{id:lesson}/end', name: 'lesson_end', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function end(Lesson $lesson): Response
    {
        return $this->record($lesson);
    }

    #[Route('/lessons/{id:lesson}/accept', name: 'lesson_accept', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function accept(Lesson $lesson, Request $request, ClockInterface $clock): Response
    {
        $remark = trim($request->request->getString('remark'));
        if (mb_strlen($remark) > Lesson::LONGEST_REMARK) {
            return $this->record($lesson, 'A word for next time has at most 1000 letters.', $remark);
        }
        $before = $this->entities->wrapInTransaction(function () use ($lesson, $remark, $clock): ?\DateTimeImmutable {
            $this->entities->refresh($lesson, LockMode::PESSIMISTIC_WRITE);
            $before = $lesson->getEndedAt();
            $lesson->end($clock->now(), $remark);

            return $before;
        });
        $this->addFlash(
            'done',
            null === $before ? 'The lesson is recorded.' : 'The lesson had been accepted already; your word was added to its record.',
        );

        return $this->redirectToRoute('class', ['id' => $lesson->getClass()->getId()], 303);
    }

    #[Route('/lessons/{id:lesson}/correct', name: 'lesson_correct', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function correct(Lesson $lesson, Request $request, Corrections $corrections, #[CurrentUser] User $user): Response
    {
        try {
            $asked = $request->request;
            $who = array_values(array_filter($asked->all('who'), is_string(...)));
            $corrections->make($lesson, $user, $asked->getString('what'), $asked->getString('about'), $who);
        } catch (Refusal $refusal) {
            return $this->record($lesson, $refusal->notice);
        }
        $this->addFlash('done', 'The record is corrected.');

        return $this->redirectToRoute('lesson_end', ['id' => $lesson->getId()], 303);
    }

    private function record(Lesson $lesson, Notice|string $problem = '', string $remark = ''): Response
    {
        return $this->render(
            'lesson/end.html.twig',
            ['page' => $this->view->of($lesson, $problem, $remark)],
            new Response(null, '' === $problem ? 200 : 422),
        );
    }
}
