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
    private const THERE = 'The demo data is here already, as you left it. Sign in with  %s  and its password (at first  %s )';
    private const NOT_EMPTY = 'There are accounts already: the demo data goes into an empty database only and was not loaded.';

    public function __construct(
        private readonly DemoData $demo,
        private readonly Accounts $accounts,
        private readonly EntityManagerInterface $entities,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('if-empty', null, InputOption::VALUE_NONE, 'Count it as done where there are accounts already');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if ($this->accounts->count() > 0) {
            $there = null !== $this->accounts->find($this->demo->email());
            $output->writeln($there ? \sprintf(self::THERE, $this->demo->email(), $this->demo->password()) : self::NOT_EMPTY);

            return true === $input->getOption('if-empty') ? Command::SUCCESS : Command::FAILURE;
        }
        $this->entities->wrapInTransaction($this->demo->load(...));
        $output->writeln('Sign in with  '.$this->demo->email().'  and the password  '.$this->demo->password());

        return Command::SUCCESS;
    }
}
