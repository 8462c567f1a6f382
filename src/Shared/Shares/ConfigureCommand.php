<?php

declare(strict_types=1);

namespace App\Shared\Shares;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Filesystem\Filesystem;

/** Called by bin/coin-stair at each start. */
#[AsCommand('server:configure', 'Writes the pools of php-fpm and the limits of nginx, from the table of shares', hidden: true)]
final class ConfigureCommand extends Command
{
    public function __construct(private readonly ServerConfiguration $configuration)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('folder', InputArgument::REQUIRED, 'Where pools.conf, zones.conf and locations.conf are written')
            ->addArgument('sockets', InputArgument::REQUIRED, 'Folder of the sockets')
            ->addArgument('settings', InputArgument::REQUIRED, 'File with the lines that all pools have')
            ->addArgument('application', InputArgument::REQUIRED, 'File with what nginx tells the application')
            ->addArgument('headers', InputArgument::REQUIRED, 'File with the headers of pages of nginx itself');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $given = static function (string $name) use ($input): string {
            $value = $input->getArgument($name);

            return \is_string($value) ? $value : '';
        };
        $files = new Filesystem();
        $folder = $given('folder');
        $files->dumpFile($folder.'/pools.conf', $this->configuration->pools($given('sockets'), $files->readFile($given('settings'))));
        $files->dumpFile($folder.'/zones.conf', $this->configuration->zones());
        $files->dumpFile(
            $folder.'/locations.conf',
            $this->configuration->locations($given('sockets'), $given('application'), $given('headers')),
        );

        return Command::SUCCESS;
    }
}
