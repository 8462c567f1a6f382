<?php

declare(strict_types=1);

namespace App\Lesson\TakeOut;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\TaskKind;
use App\Shared\Entity\User;
use App\Shared\Work\Tasks;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Refusal;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** Takes a lesson that was put away out of the record: its log can be taken along before, and the name of the class is typed. */
final class TakeOutController extends AbstractController
{
    private const ID = ['id' => '\d{1,9}'];

    #[Route('/lessons/{id:lesson}/take-out', name: 'lesson_take_out', methods: ['GET'], requirements: self::ID)]
    public function ask(Lesson $lesson): Response
    {
        return $this->page($lesson);
    }

    #[Route('/lessons/{id:lesson}/take-out', name: 'lesson_take_out_now', methods: ['POST'], requirements: self::ID)]
    public function takeOut(Lesson $lesson, Request $request, Tasks $tasks, #[CurrentUser] User $user): Response
    {
        $class = $lesson->getClass()->getName();
        $typed = $request->request->getString('class');
        if (!$lesson->isPutAway()) {
            return $this->page($lesson, 'Put the lesson away first: what is put away can still be brought back.', $typed);
        }
        if (trim($typed) !== $class) {
            return $this->page($lesson, 'This is not the name of the class. Nothing was deleted.', $typed);
        }
        try {
            $task = $tasks->begin(
                TaskKind::TakeOut,
                $lesson->getPiece()->getTitle().', '.$class,
                'take-out-'.$lesson->getId(),
                [TakeOutWork::LESSON => (string) $lesson->getId()],
                $user,
            );
        } catch (Refusal $refusal) {
            return $this->page($lesson, $refusal->notice, $typed);
        }

        return $this->redirectToRoute('task', ['id' => $task->getId()], 303);
    }

    /** All that was logged, as a file to be kept. */
    #[Route('/lessons/{id:lesson}/log-file', name: 'lesson_log_file', methods: ['GET'], requirements: self::ID)]
    public function taken(Lesson $lesson, LessonFile $file): Response
    {
        return new StreamedResponse($file->lines($lesson), headers: [
            'Content-Type' => 'application/jsonl',
            'Content-Disposition' => HeaderUtils::makeDisposition(HeaderUtils::DISPOSITION_ATTACHMENT, LessonFile::name($lesson)),
        ]);
    }

    private function page(Lesson $lesson, Notice|string $problem = '', string $typed = ''): Response
    {
        return $this->render('lesson/take_out.html.twig', [
            'lesson' => $lesson,
            'problem' => $problem,
            'typed' => $typed,
        ], new Response(null, '' === $problem ? 200 : 422));
    }
}
