<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Report\PieceReport;
use CoinStair\Core\Score\MeasureNumbers;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('piece:read', 'Reads a MusicXML, ABC or MIDI file and tells its parts, measures, play order, notes and notices')]
final class PieceReadCommand extends Command
{
    protected function configure(): void
    {
        ScoreFileInput::addTo($this)->addOption(
            'format',
            null,
            InputOption::VALUE_REQUIRED,
            'text or json',
            'text',
        );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = CommandOutput::errors($output);
        /** @var string $file */
        $file = $input->getArgument('file');
        $format = $input->getOption('format');
        if (!\in_array($format, ['text', 'json'], true)) {
            $errors->writeln('--format is text or json.');

            return Command::INVALID;
        }
        $read = ScoreFileInput::read($file, $output, $input);
        if (null === $read) {
            return Command::FAILURE;
        }
        if ('json' === $format) {
            CommandOutput::json(PieceReport::tell($read), $output);
        } else {
            $this->text($read, $output);
        }

        return Command::SUCCESS;
    }

    private function text(ReadResult $read, OutputInterface $output): void
    {
        $report = PieceReport::tell($read);
        $numbers = MeasureNumbers::of($read->piece);
        $output->writeln([
            $report['title'].('' === $report['composer'] ? '' : ', '.$report['composer']),
            \sprintf(
                '%d measures, %s to %s; %s quarters as printed',
                \count($report['measures']),
                $numbers->at(0),
                $numbers->at(\count($report['measures']) - 1),
                $report['quarters']['printed'],
            ),
            'Parts: '.
            implode(
                ', ',
                array_map(
                    static fn (array $part): string => \sprintf(
                        '%s (%s)',
                        '' === $part['name'] ? $part['id'] : $part['name'],
                        $part['instrument'],
                    ),
                    $report['parts'],
                ),
            ),
            'Play order: '.
            implode(' ', array_map(static fn (int $position): string => $numbers->at($position), $report['playOrder']['printed'])),
        ]);
        foreach ($report['notices'] as $notice) {
            $output->writeln(\sprintf('%d:%d %s', $notice['line'], $notice['column'], $notice['message']));
        }
    }
}
