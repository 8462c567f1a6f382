<?php

declare(strict_types=1);

namespace App\Work;

use App\Shared\Entity\Task;
use App\Shared\Entity\TaskState;
use App\Shared\Work\TaskFiles;
use App\Shared\Work\Tasks;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What is done in the background for a program: how far it is, what came of it, and once more what did not go well. */
final class TaskController extends AbstractController
{
    private const ID = ['id' => '\d{1,9}'];

    public function __construct(private readonly Tasks $tasks, private readonly TaskFiles $files)
    {
    }

    #[Route('/work', name: 'tasks', methods: ['GET'])]
    public function list(): Response
    {
        return $this->render('work/list.html.twig', ['tasks' => $this->tasks->latest(), 'most' => Tasks::SHOWN]);
    }

    /** Waits for one: the page asks again until it is over, and goes on to what it made. */
    #[Route('/work/{id:task}', name: 'task', methods: ['GET'], requirements: self::ID)]
    public function show(Task $task, Request $request): Response
    {
        $made = $task->getMade();
        $asksAgain = $request->headers->has('HX-Request');
        if (TaskState::Done === $task->getState() && isset($made['to'])) {
            $this->addFlash('done', $made['said'] ?? 'It is done.');

            return $asksAgain ? new Response(headers: ['HX-Redirect' => $made['to']]) : $this->redirect($made['to'], 303);
        }

        return $this->render($asksAgain ? 'work/_task.html.twig' : 'work/task.html.twig', ['task' => $task]);
    }

    #[Route('/work/{id:task}/again', name: 'task_again', methods: ['POST'], requirements: self::ID)]
    public function again(Task $task): Response
    {
        $this->tasks->retry($task);

        return $this->redirectToRoute('task', ['id' => $task->getId()], 303);
    }

    /** What it made, to be taken along: one file as it is, several in an archive. */
    #[Route('/work/{id:task}/file', name: 'task_file', methods: ['GET'], requirements: self::ID)]
    public function taken(Task $task): Response
    {
        $file = $this->files->together($task) ?? throw $this->createNotFoundException();
        $response = new Response($file->content, headers: ['Content-Type' => $file->type]);
        $response->headers->set(
            'Content-Disposition',
            HeaderUtils::makeDisposition(HeaderUtils::DISPOSITION_ATTACHMENT, $file->name),
        );

        return $response;
    }
}
