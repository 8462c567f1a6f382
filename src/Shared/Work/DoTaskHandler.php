<?php

declare(strict_types=1);

namespace App\Shared\Work;

use App\Shared\Entity\Program;
use App\Shared\Entity\Task;
use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Score\Refusal;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\Persistence\ManagerRegistry;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireLocator;
use Symfony\Component\DependencyInjection\ServiceLocator;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Translation\LocaleSwitcher;

/** Gives a task its turn, as the program and in the words of whoever asked for it. */
#[AsMessageHandler]
final readonly class DoTaskHandler
{
    /** Seconds of a turn. */
    private const TURN = 2.0;
    /** Seconds for which a turn waits for another one of the same program. */
    private const WAIT = 5;

    /** @param ServiceLocator<TaskWork> $works by kind of task */
    public function __construct(
        #[AutowireLocator(TaskWork::class, defaultIndexMethod: 'kind')] private ServiceLocator $works,
        private ManagerRegistry $doctrine,
        private EntityManagerInterface $entities,
        private CurrentProgram $program,
        private Tasks $tasks,
        private Connection $database,
        private ClockInterface $clock,
        private LocaleSwitcher $locale,
    ) {
    }

    public function __invoke(DoTask $message): void
    {
        // What Doctrine made of a table for one program is not made anew for another.
        $this->doctrine->resetManager();
        $program = $this->entities->find(Program::class, $message->program);
        if (null === $program) {
            return;
        }
        $this->program->enter($program, $this->entities);
        $task = $this->entities->find(Task::class, $message->task);
        if (null === $task || $task->isOver()) {
            return;
        }
        $this->locale->setLocale($task->getAccount()?->getWords() ?? $program->getWords());
        // Two turns of one program would see each other's work half done, where several processes take turns.
        $lock = 'task-of-program-'.$message->program;
        if (!\in_array($this->database->fetchOne('SELECT GET_LOCK(?, ?)', [$lock, self::WAIT]), [1, '1'], true)) {
            $this->tasks->hand($task);

            return;
        }
        try {
            $this->turn($task);
        } catch (Refusal $refusal) {
            $this->refuse($message, $refusal);
        } finally {
            $this->database->fetchOne('SELECT RELEASE_LOCK(?)', [$lock]);
        }
    }

    private function turn(Task $task): void
    {
        $this->entities->wrapInTransaction(function () use ($task): void {
            $this->works->get($task->getKind()->value)->go($task, microtime(true) + self::TURN);
            if (!$task->isOver()) {
                $this->tasks->hand($task);
            }
        });
    }

    private function refuse(DoTask $message, Refusal $refusal): void
    {
        $this->doctrine->resetManager();
        $program = $this->entities->find(Program::class, $message->program);
        if (null !== $program) {
            $this->program->enter($program, $this->entities);
            $this->entities->find(Task::class, $message->task)?->fail($refusal->notice, $this->clock->now());
            $this->entities->flush();
        }
    }
}
