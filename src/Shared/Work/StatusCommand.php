<?php

declare(strict_types=1);

namespace App\Shared\Work;

use Doctrine\DBAL\Connection;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** For bin/coin-stair status: of all programs together, by numbers alone. */
#[AsCommand('work:status', 'Tells what waits in the background, what is under way, and what did not go well')]
final class StatusCommand extends Command
{
    public function __construct(private readonly Connection $database)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var array<string, int|string> $counts */
        $counts = $this->database->fetchAllKeyValue(
            "SELECT state, COUNT(*) FROM task WHERE state <> 'done' AND changed_at > NOW() - INTERVAL 30 DAY GROUP BY state",
        );
        $oldest = $this->database->fetchOne(
            "SELECT TIMESTAMPDIFF(SECOND, MIN(available_at), UTC_TIMESTAMP()) FROM messenger_messages WHERE queue_name = 'work'",
        );
        $output->writeln(\sprintf(
            'background  %d waiting, %d under way, %d failed%s',
            (int) ($counts['waiting'] ?? 0),
            (int) ($counts['running'] ?? 0),
            (int) ($counts['failed'] ?? 0),
            is_numeric($oldest) && $oldest > 0 ? \sprintf('; the next turn has waited for %d s', (int) $oldest) : '',
        ));

        return Command::SUCCESS;
    }
}
