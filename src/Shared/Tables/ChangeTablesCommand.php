<?php

declare(strict_types=1);

namespace App\Shared\Tables;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\DependencyFactory;
use Doctrine\Migrations\Metadata\AvailableMigration;
use Doctrine\Migrations\Version\ExecutionResult;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

#[AsCommand('tables:change', 'Brings the tables up to date; goes on where it was broken off')]
final class ChangeTablesCommand extends Command
{
    public function __construct(
        #[Autowire(service: 'doctrine.migrations.dependency_factory')] private readonly DependencyFactory $migrations,
        private readonly Connection $database,
    ) {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $record = $this->migrations->getMetadataStorage();
        $record->ensureInitialized();
        $done = $record->getExecutedMigrations();
        $change = new TableChange($this->database);
        foreach ($this->migrations->getMigrationPlanCalculator()->getMigrations()->getItems() as $available) {
            if ($done->hasMigration($available->getVersion())) {
                continue;
            }
            $this->change($available, $change);
            // Together, so that what is noted of a change is there for as long as it is not over.
            $this->database->transactional(static function () use ($record, $available, $change): void {
                $record->complete(new ExecutionResult($available->getVersion(), executedAt: new \DateTimeImmutable()));
                $change->forget((string) $available->getVersion());
            });
            $output->writeln((string) $available->getVersion());
        }

        return Command::SUCCESS;
    }

    /** What a change does beside its statements, it does after them, and can do twice. */
    private function change(AvailableMigration $available, TableChange $change): void
    {
        $migration = $available->getMigration();
        $migration->up(new Schema());
        $change->run((string) $available->getVersion(), array_values($migration->getSql()));
        $migration->postUp(new Schema());
    }
}
