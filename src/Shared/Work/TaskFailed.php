<?php

declare(strict_types=1);

namespace App\Shared\Work;

use App\Shared\Entity\TaskState;
use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;

/** A task that went wrong, and again each time that it was tried, is told to be so, and can be begun again by who waits for it. */
#[AsEventListener]
final readonly class TaskFailed
{
    private const TOLD = 'The server could not do this. What went wrong is in its log.';

    public function __construct(private Connection $database, private ClockInterface $clock, private LoggerInterface $logger)
    {
    }

    public function __invoke(WorkerMessageFailedEvent $event): void
    {
        $message = $event->getEnvelope()->getMessage();
        if (!$message instanceof DoTask || $event->willRetry()) {
            return;
        }
        $this->logger->error(\sprintf('Task %d did not go well.', $message->task), ['exception' => $event->getThrowable()]);
        $this->database->executeStatement(
            'UPDATE task SET state = ?, subject = NULL, problem = ?, changed_at = ? WHERE id = ? AND program_id = ?',
            [
                TaskState::Failed->value,
                self::TOLD,
                $this->clock->now()->format('Y-m-d H:i:s'),
                $message->task,
                $message->program,
            ],
        );
    }
}
