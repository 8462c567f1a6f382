<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Report\HandsReport;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\MeasureNumbers;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('piece:hands', 'Tells string, finger, place, bow direction and bow place of each note for one instrument')]
final class PieceHandsCommand extends Command
{
    protected function configure(): void
    {
        HandOptions::add($this, 'beats a minute');
        ScoreFileInput::addTo($this)
            ->addOption(
                'instrument',
                null,
                InputOption::VALUE_REQUIRED,
                'violin, viola, cello or bass; a part is derived where the file has none',
                'violin',
            )
            ->addOption('explain', null, InputOption::VALUE_NONE, 'the reason of each note and stroke in the text form')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text or json', 'text');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var array{instrument: string, explain: bool, format: string} $options */
        $options = $input->getOptions();
        $instrument = Instrument::tryFrom($options['instrument']);
        $hands = HandOptions::read($input);
        if (
            null === $instrument
            || Instrument::Other === $instrument
            || null === $hands
            || !\in_array($options['format'], ['text', 'json'], true)
        ) {
            return CommandOutput::notUnderstood($this, $output);
        }
        /** @var string $file */
        $file = $input->getArgument('file');
        $read = ScoreFileInput::read($file, $output, $input);
        if (null === $read) {
            return Command::FAILURE;
        }
        $report = HandsReport::tell($read->piece, $instrument, $hands->policies, $hands->tempo);
        if ('json' === $options['format']) {
            CommandOutput::json($report, $output);
        } else {
            $this->text($report, MeasureNumbers::of($read->piece)->all(), $options['explain'], $output);
        }

        return Command::SUCCESS;
    }

    /**
     * @param array{
     *     notes: list<array{
     *     position: int, string: string|null, finger: int|null, placement: string|null, pitch: string, reason: string, id: string,
     *     }>,
     *     strokes: list<array{notes: list<string>, direction: string, from: float, to: float, reason: string}>,
     *     notices: list<array{kind: string, message: string}>,
     * } $report
     * @param list<string> $numbers of the measures
     */
    private function text(array $report, array $numbers, bool $explain, OutputInterface $output): void
    {
        $bows = [];
        foreach ($report['strokes'] as $stroke) {
            $bows[$stroke['notes'][0] ?? ''] = \sprintf('%s %.2f–%.2f', $stroke['direction'], $stroke['from'], $stroke['to']);
        }
        foreach ($report['notes'] as $note) {
            $place = 'natural' === $note['placement'] || null === $note['placement'] ? '' : $note['placement'].' ';
            $output->writeln(
                \sprintf(
                    '%4s  %-4s %s %s%s  %s%s',
                    $numbers[$note['position']] ?? '',
                    $note['pitch'],
                    $note['string'] ?? '–',
                    $place,
                    $note['finger'] ?? '–',
                    $bows[$note['id']] ?? '',
                    $explain ? '  '.$note['reason'] : '',
                ),
                OutputInterface::OUTPUT_RAW,
            );
        }
        foreach ($report['notices'] as $notice) {
            $output->writeln($notice['kind'].': '.$notice['message'], OutputInterface::OUTPUT_RAW);
        }
    }
}
