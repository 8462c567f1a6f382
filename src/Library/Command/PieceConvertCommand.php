<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Form\Reading;
use CoinStair\Core\Format\ScoreWriter;
use CoinStair\Core\Sound\Performance;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('piece:convert', 'Writes a MusicXML, ABC or MIDI file as ABC, MusicXML, packed MusicXML or MIDI')]
final class PieceConvertCommand extends Command
{
    protected function configure(): void
    {
        ScoreFileInput::addTo($this)
            ->addOption('to', null, InputOption::VALUE_REQUIRED, 'abc, musicxml, mxl or midi')
            ->addOption('output', 'o', InputOption::VALUE_REQUIRED, 'file to write; standard output if none is named')
            ->addOption('reading', null, InputOption::VALUE_REQUIRED, 'what MIDI plays: printed, plain or once', 'printed')
            ->addOption('tempo', null, InputOption::VALUE_REQUIRED, 'beats a minute of MIDI, 20 to 400');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = CommandOutput::errors($output);
        /** @var string $file */
        $file = $input->getArgument('file');
        /** @var array{to: string|null, output: string|null, reading: string, tempo: string|null} $options */
        $options = $input->getOptions();
        $writer = ScoreWriter::tryFrom((string) $options['to']);
        $reading = Reading::tryFrom($options['reading']);
        $tempo = $options['tempo'];
        if (
            null === $writer
            || null === $reading
            || (null !== $tempo && (!ctype_digit($tempo) || (int) $tempo < 20 || (int) $tempo > 400))
        ) {
            $errors->writeln('--to is abc, musicxml, mxl or midi; --reading is printed, plain or once; --tempo is 20 to 400.');

            return Command::INVALID;
        }
        $read = ScoreFileInput::read($file, $output, $input);
        if (null === $read) {
            return Command::FAILURE;
        }
        foreach ($read->notices as $notice) {
            $errors->writeln(
                \sprintf('%d:%d %s', $notice->line, $notice->column, $notice->text()),
                OutputInterface::OUTPUT_PLAIN | OutputInterface::VERBOSITY_VERBOSE,
            );
        }
        $bytes = $writer->write($read->piece, Performance::read($read->piece, $reading, null === $tempo ? null : (int) $tempo));
        if (null === $options['output']) {
            $output->write($bytes, false, OutputInterface::OUTPUT_RAW);
        } elseif (false === @file_put_contents($options['output'], $bytes)) {
            $errors->writeln("{$options['output']} cannot be written.", OutputInterface::OUTPUT_PLAIN);

            return Command::FAILURE;
        }

        return Command::SUCCESS;
    }
}
