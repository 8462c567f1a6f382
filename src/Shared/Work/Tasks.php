<?php

declare(strict_types=1);

namespace App\Shared\Work;

use App\Shared\Entity\Task;
use App\Shared\Entity\TaskKind;
use App\Shared\Entity\TaskState;
use App\Shared\Entity\User;
use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Score\Refusal;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\Messenger\MessageBusInterface;

/** What is done in the background for the program: begun, looked after, begun again. */
final readonly class Tasks
{
    /** Tasks of a program that are not over yet. */
    public const OPEN = 20;
    /** Tasks that a page shows. */
    public const SHOWN = 40;

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $database,
        private CurrentProgram $program,
        private MessageBusInterface $bus,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param string                $subject what it is about, for what is not to be begun twice; empty for what may be
     * @param array<string, string> $asked
     *
     * @return Task the one that is under way already, if there is one about the same
     *
     * @throws Refusal if too much is under way
     */
    public function begin(TaskKind $kind, string $name, string $subject = '', array $asked = [], ?User $by = null): Task
    {
        return $this->entities->wrapInTransaction(function () use ($kind, $name, $subject, $asked, $by): Task {
            // One after the other of a program, so that none is begun twice and all of them are counted.
            $this->database->fetchOne('SELECT id FROM program WHERE id = ? FOR UPDATE', [$this->program->id()]);
            $rows = $this->entities->getRepository(Task::class);
            $there = '' === $subject ? null : $rows->findOneBy(['subject' => $subject]);
            if (null !== $there) {
                return $there;
            }
            if ($rows->count(['state' => [TaskState::Waiting, TaskState::Running]]) >= self::OPEN) {
                throw Refusal::because('{most} things are under way for your program already. Wait until one of them is done.', [
                    'most' => (string) self::OPEN,
                ]);
            }
            $task = new Task($kind, $name, $subject, $asked, $by, $this->clock->now());
            $this->entities->persist($task);
            $this->entities->flush();
            $this->hand($task);

            return $task;
        });
    }

    /** Once more what failed, from where it was. */
    public function retry(Task $task): void
    {
        if (TaskState::Failed === $task->getState()) {
            $this->entities->wrapInTransaction(function () use ($task): void {
                $task->retry($this->clock->now());
                $this->hand($task);
            });
        }
    }

    /** Gives a task its next turn, behind all that wait already. */
    public function hand(Task $task): void
    {
        $this->bus->dispatch(new DoTask((int) $task->getProgram()?->getId(), (int) $task->getId()));
    }

    /** @return list<Task> the latest first */
    public function latest(): array
    {
        return $this->entities->getRepository(Task::class)->findBy([], ['id' => 'DESC'], self::SHOWN);
    }

    /** One that is under way about something. */
    public function about(string $subject): ?Task
    {
        return $this->entities->getRepository(Task::class)->findOneBy(['subject' => $subject]);
    }
}
