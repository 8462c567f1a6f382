<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Report\FormReport;
use CoinStair\Core\Score\MeasureNumbers;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('piece:form', 'Tells what comes back in a piece, its sections, its phrase borders and its texture')]
final class PieceFormCommand extends Command
{
    protected function configure(): void
    {
        ScoreFileInput::addTo($this)
            ->addOption('level', null, InputOption::VALUE_REQUIRED, 'year of playing, 1 to 4, by which phrases are cut', '1')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text or json', 'text');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var array{level: string, format: string} $options */
        $options = $input->getOptions();
        $level = HandOptions::number($options['level']);
        if (!\in_array($options['format'], ['text', 'json'], true) || $level < 1 || $level > 4) {
            return CommandOutput::notUnderstood($this, $output);
        }
        /** @var string $file */
        $file = $input->getArgument('file');
        $read = ScoreFileInput::read($file, $output, $input);
        if (null === $read) {
            return Command::FAILURE;
        }
        $report = FormReport::tell($read->piece, $level);
        if ('json' === $options['format']) {
            CommandOutput::json($report, $output);
        } else {
            $this->text($report, MeasureNumbers::of($read->piece)->all(), $output);
        }

        return Command::SUCCESS;
    }

    /**
     * @param array{
     *     measures: list<array{position: int, likeness: list<array{of: int, kind: string, by: int|float}>, figures: list<string>}>,
     *     sections: list<array{label: string, from: int, to: int}>, distinct: int, borders: list<array{position: int}>,
     * } $report
     * @param list<string> $numbers
     */
    private function text(array $report, array $numbers, OutputInterface $output): void
    {
        $output->writeln(\sprintf('%d measures, of which %d are to be learned', \count($report['measures']), $report['distinct']));
        foreach ($report['sections'] as $section) {
            $output->writeln(
                \sprintf('%s: %s to %s', $section['label'], $numbers[$section['from']] ?? '', $numbers[$section['to'] - 1] ?? ''),
                OutputInterface::OUTPUT_RAW,
            );
        }
        $output->writeln(
            'Phrases begin at '.
                implode(
                    ', ',
                    array_map(static fn (int $position): string => $numbers[$position] ?? '', [
                        0,
                        ...array_column($report['borders'], 'position'),
                    ]),
                ),
        );
        foreach ($report['measures'] as $measure) {
            $likes = array_map(
                static fn (array $like): string => $like['kind'].
                    (0 === $like['by'] ? '' : ' '.$like['by']).
                    ' as '.
                    ($numbers[$like['of']] ?? ''),
                array_filter($measure['likeness'], static fn (array $like): bool => 'same-rhythm' !== $like['kind']),
            );
            $told = [...$likes, ...$measure['figures']];
            if ([] !== $told) {
                $output->writeln(
                    \sprintf('%4s  %s', $numbers[$measure['position']] ?? '', implode('; ', $told)),
                    OutputInterface::OUTPUT_RAW,
                );
            }
        }
    }
}
