<?php

declare(strict_types=1);

namespace App\Demo;

use App\Account\Accounts;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('demo:load', 'Loads the demo scenario into an empty database')]
final class LoadDemoCommand extends Command
{
    public function __construct(
        private readonly DemoData $demo,
        private readonly Accounts $accounts,
        private readonly EntityManagerInterface $entities,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('if-empty', null, InputOption::VALUE_NONE, 'Say nothing where there are accounts already');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if ($this->accounts->count() > 0) {
            if ($input->getOption('if-empty')) {
                return Command::SUCCESS;
            }
            $output->writeln('<error>There are accounts already; the demo scenario goes into an empty database only.</error>');

            return Command::FAILURE;
        }
        $this->entities->wrapInTransaction($this->demo->load(...));

        return Command::SUCCESS;
    }
}
