<?php

declare(strict_types=1);

namespace App\Library\Command;

use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** How all commands on a file tell their report, and what is wrong. */
final class CommandOutput
{
    private const JSON =
        \JSON_THROW_ON_ERROR |
        \JSON_PRETTY_PRINT |
        \JSON_UNESCAPED_UNICODE |
        \JSON_UNESCAPED_SLASHES |
        \JSON_PRESERVE_ZERO_FRACTION;

    /** @param array<array-key, mixed> $report */
    public static function json(array $report, OutputInterface $output): void
    {
        $output->write(json_encode($report, self::JSON)."\n", false, OutputInterface::OUTPUT_RAW);
    }

    /** @return int what a command ends with that does not understand its options */
    public static function notUnderstood(Command $command, OutputInterface $output): int
    {
        self::errors($output)->writeln("An option is not understood; bin/console {$command->getName()} --help lists them.");

        return Command::INVALID;
    }

    public static function errors(OutputInterface $output): OutputInterface
    {
        return $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
    }
}
