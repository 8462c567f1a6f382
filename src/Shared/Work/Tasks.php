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
    /** Seconds for which one that is begun waits for another one to be begun. */
    private const WAIT = 5;
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
        $program = (int) $this->program->id();
        // One after the other of a program, so that none is begun twice and all of them are counted. By a lock of its own: a turn of a
        // task holds the rows that it works on, and nobody who asks for another one waits for that.
        $lock = "tasks-of-program-$program";
        $this->database->fetchOne('SELECT GET_LOCK(?, ?)', [$lock, self::WAIT]);
        try {
            $id = $this->there($program, $subject) ?? $this->make($program, $kind, $name, $subject, $asked, $by);
        } finally {
            $this->database->fetchOne('SELECT RELEASE_LOCK(?)', [$lock]);
        }

        return $this->entities->find(Task::class, $id) ?? throw new \LogicException('It was made just now.');
    }

    /** One that is under way about something: its id. */
    public function under(string $subject): ?int
    {
        return $this->there((int) $this->program->id(), $subject);
    }

    private function there(int $program, string $subject): ?int
    {
        $id = $this->database->fetchOne('SELECT id FROM task WHERE program_id = ? AND subject = ?', [$program, $subject]);

        return is_numeric($id) ? (int) $id : null;
    }

    /**
     * Past Doctrine's rows: a page that only reads may ask for a task too, and must not save what it has in its hands.
     *
     * @param array<string, string> $asked
     */
    private function make(int $program, TaskKind $kind, string $name, string $subject, array $asked, ?User $by): int
    {
        $open = $this->database->fetchOne(
            'SELECT COUNT(*) FROM task WHERE program_id = ? AND state IN (?, ?)',
            [$program, TaskState::Waiting->value, TaskState::Running->value],
        );
        if (is_numeric($open) && $open >= self::OPEN) {
            throw Refusal::because('{most} things are under way for your program already. Wait until one of them is done.', [
                'most' => (string) self::OPEN,
            ]);
        }

        return $this->database->transactional(function () use ($program, $kind, $name, $subject, $asked, $by): int {
            $id = $this->insert($program, $kind, $name, $subject, $asked, $by);
            $this->bus->dispatch(new DoTask($program, $id));

            return $id;
        });
    }

    /** @param array<string, string> $asked */
    private function insert(int $program, TaskKind $kind, string $name, string $subject, array $asked, ?User $by): int
    {
        $now = $this->clock->now()->format('Y-m-d H:i:s');
        $this->database->insert('task', [
            'program_id' => $program,
            'kind' => $kind->value,
            'name' => mb_substr($name, 0, Task::NAME),
            'subject' => '' === $subject ? null : $subject,
            'asked' => json_encode($asked, \JSON_THROW_ON_ERROR),
            'state' => TaskState::Waiting->value,
            'done' => 0,
            'total' => 0,
            'made' => '[]',
            'problem' => '',
            'account_id' => $by?->getId(),
            'begun_at' => $now,
            'changed_at' => $now,
        ]);

        return (int) $this->database->lastInsertId();
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
}
