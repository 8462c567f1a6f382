<?php

declare(strict_types=1);

namespace App\Account\Command;

use App\Account\Accounts;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('account:count', 'Prints how many accounts there are')]
final class CountAccountsCommand extends Command
{
    public function __construct(private readonly Accounts $accounts)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $output->writeln((string) $this->accounts->count());

        return Command::SUCCESS;
    }
}
