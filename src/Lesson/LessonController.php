<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\Sequence;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\LessonRepository;
use App\Shared\Web\CsrfGuard;
use CoinStair\Core\Log\LessonEnd;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;

final class LessonController extends AbstractController
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly LessonRepository $lessons,
        private readonly ChunkRepository $chunks,
        private readonly LessonLog $log,
    ) {
    }

    /** Begins a lesson, or goes on with the one that is open for this sequence today. */
    #[Route('/sequences/{id:sequence}/lesson', name: 'lesson_new', methods: ['POST'], requirements: ['id' => '\d+'])]
    public function new(Sequence $sequence, LessonPlanner $planner): Response
    {
        $lesson = $this->lessons->open($sequence);
        if (null === $lesson) {
            if ([] === $sequence->steps()) {
                $this->addFlash('error', 'This sequence has no steps yet.');

                return $this->redirectToRoute('sequence', ['id' => $sequence->getId()], 303);
            }
            $lesson = $planner->begin($sequence);
            $this->entities->persist($lesson);
            $this->entities->flush();
        }

        return $this->redirectToRoute('lesson', ['id' => $lesson->getId()], 303);
    }

    #[Route('/lessons/{id:lesson}', name: 'lesson', methods: ['GET'], requirements: ['id' => '\d+'])]
    public function show(Lesson $lesson, LessonScreen $screen): Response
    {
        if (!$lesson->isOpen()) {
            return $this->redirectToRoute('lesson_end', ['id' => $lesson->getId()]);
        }

        return $this->render('lesson/lesson.html.twig', ['lesson' => $lesson, 'data' => $screen->data($lesson, $this->log->all($lesson))]);
    }

    /** What one instrument sees and sounds of each chunk. The screen fetches all of them and keeps them for when there is no network. */
    #[Route(
        '/lessons/{id:lesson}/players/{player}',
        name: 'lesson_player',
        methods: ['GET'],
        requirements: ['id' => '\d+', 'player' => '[\w-]{1,40}'],
    ),]
    public function player(Lesson $lesson, string $player, LessonPlayers $players): JsonResponse
    {
        return JsonResponse::fromJsonString($players->json($lesson, $player) ?? throw $this->createNotFoundException());
    }

    /** The log as the server has it; and a fresh token, should the page have outlived its session. */
    #[Route('/lessons/{id:lesson}/log', name: 'lesson_log', methods: ['GET'], requirements: ['id' => '\d+'])]
    public function log(Lesson $lesson, CsrfTokenManagerInterface $tokens): JsonResponse
    {
        return new JsonResponse([
            'entries' => $this->log->all($lesson),
            'token' => $tokens->getToken(CsrfGuard::TOKEN)->getValue(),
            'open' => $lesson->isOpen(),
        ]);
    }

    /** Takes entries from a device, each once, in any order and however late. */
    #[Route('/lessons/{id:lesson}/log', name: 'lesson_log_add', methods: ['POST'], requirements: ['id' => '\d+'])]
    public function add(Lesson $lesson, Request $request): JsonResponse
    {
        try {
            $entries = EntryInput::list($request->getContent(), $lesson);
        } catch (\UnexpectedValueException $refusal) {
            return new JsonResponse(['error' => $refusal->getMessage()], 422);
        }
        $this->log->add($lesson, $entries);

        return new JsonResponse(['entries' => $this->log->all($lesson), 'open' => $lesson->isOpen()]);
    }

    #[Route('/lessons/{id:lesson}/end', name: 'lesson_end', methods: ['GET'], requirements: ['id' => '\d+'])]
    public function end(Lesson $lesson): Response
    {
        $end = LessonEnd::of($lesson->steps(), $this->lessons->entriesOf($lesson), $lesson->getClass()->getTreadsBack());
        $chunks = [];
        foreach ($this->chunks->all($lesson->getPiece()) as $chunk) {
            $chunks[(int) $chunk->getId()] = $chunk;
        }

        return $this->render('lesson/end.html.twig', ['lesson' => $lesson, 'end' => $end, 'chunks' => $chunks]);
    }

    #[Route('/lessons/{id:lesson}/accept', name: 'lesson_accept', methods: ['POST'], requirements: ['id' => '\d+'])]
    public function accept(Lesson $lesson, Request $request, ClockInterface $clock): Response
    {
        $lesson->end($clock->now(), trim($request->request->getString('remark')));
        $this->entities->flush();
        $this->addFlash('done', 'The lesson is recorded.');

        return $this->redirectToRoute('class', ['id' => $lesson->getClass()->getId()], 303);
    }
}
