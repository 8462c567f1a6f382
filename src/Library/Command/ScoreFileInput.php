<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\UnreadableFile;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** How all commands on a file open it, or say why it cannot be read. */
final class ScoreFileInput
{
    /** The file, and whether it may be a large one. */
    public static function addTo(Command $command): Command
    {
        return $command
            ->addArgument('file', InputArgument::REQUIRED, 'MusicXML, .mxl, ABC or MIDI')
            ->addOption('large', null, InputOption::VALUE_NONE, 'Read an honest large score, however long that takes');
    }

    /** Reads a file, or says on the error output why it cannot be read and gives none. */
    public static function read(string $file, OutputInterface $output, InputInterface $input): ?ReadResult
    {
        $bytes = is_file($file) && is_readable($file) ? file_get_contents($file, false, null, 0, ScoreFile::MAX_BYTES + 1) : false;
        if (false === $bytes) {
            CommandOutput::errors($output)->writeln("$file cannot be opened.", OutputInterface::OUTPUT_PLAIN);

            return null;
        }
        try {
            return ScoreFile::read($bytes, true === $input->getOption('large') ? Limits::large() : Limits::usual());
        } catch (UnreadableFile $refusal) {
            CommandOutput::errors($output)->writeln("$file: ".$refusal->getMessage(), OutputInterface::OUTPUT_PLAIN);

            return null;
        }
    }
}
