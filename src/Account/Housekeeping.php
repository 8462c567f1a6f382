<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Work\NowAndThen;
use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;
use Symfony\Component\Cache\PruneableInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** Now and then: what nobody can use any more goes. Nothing of the record is touched. */
#[AsEventListener(event: NowAndThen::class, method: 'sweep')]
final readonly class Housekeeping
{
    /** What somebody typed, did not add, and did not come back to. */
    private const DRAFTS = '-180 days';
    /** What was done in the background, with the files that it made. */
    private const TASKS = '-30 days';
    /** As a time is stored. */
    private const STORED = 'Y-m-d H:i:s';

    public function __construct(
        private Connection $database,
        private ClockInterface $clock,
        #[Autowire(service: 'cache.rate_limiter')] private object $tries,
    ) {
    }

    /** @return array{sessions: int, drafts: int, links: int, tasks: int} rows that went */
    public function sweep(): array
    {
        $now = $this->clock->now();
        $gone = [
            'sessions' => $this->delete('DELETE FROM sessions WHERE sess_lifetime < ?', $now->getTimestamp()),
            'drafts' => $this->delete('DELETE FROM draft WHERE changed_at < ?', $now->modify(self::DRAFTS)->format(self::STORED)),
            'tasks' => $this->delete(
                "DELETE FROM task WHERE state IN ('done', 'failed') AND changed_at < ?",
                $now->modify(self::TASKS)->format(self::STORED),
            ),
            'links' => $this->delete('DELETE FROM password_link WHERE expires_at < ?', $now->format(self::STORED)),
        ];
        if ($this->tries instanceof PruneableInterface) {
            $this->tries->prune();
        }

        return $gone;
    }

    private function delete(string $sql, string|int $before): int
    {
        return (int) $this->database->executeStatement($sql, [$before]);
    }
}
