<?php

declare(strict_types=1);

namespace App\Account\Command;

use App\Account\Housekeeping;
use App\Shared\Reckoned\Sweep;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('sweep', 'Removes expired sessions, drafts and links, and the oldest kept results; the application does so by itself')]
final class SweepCommand extends Command
{
    public function __construct(private readonly Housekeeping $housekeeping, private readonly Sweep $results)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        foreach ($this->housekeeping->sweep() as $what => $gone) {
            $output->writeln("$what $gone");
        }
        $output->writeln(\sprintf('results left %.1f MB', $this->results->sweep() / 1024 / 1024));

        return Command::SUCCESS;
    }
}
