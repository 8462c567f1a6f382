<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Report\HandsReport;
use CoinStair\Core\Score\Instrument;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('piece:hands', 'Tells string, finger, place, bow direction and bow place of each note for one instrument')]
final class PieceHandsCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'MusicXML, .mxl, ABC or MIDI')
            ->addOption(
                'instrument',
                null,
                InputOption::VALUE_REQUIRED,
                'violin, viola, cello or bass; a part is derived where the file has none',
                'violin',
            )
            ->addOption('level', null, InputOption::VALUE_REQUIRED, 'year of playing, 1 to 4', '1')
            ->addOption('tempo', null, InputOption::VALUE_REQUIRED, 'beats a minute, 20 to 400', '72')
            ->addOption('open-strings', null, InputOption::VALUE_REQUIRED, 'open, long or crossing; by level if not given')
            ->addOption('bowing', null, InputOption::VALUE_REQUIRED, 'alternate, downbeat or phrase', 'alternate')
            ->addOption('amount', null, InputOption::VALUE_REQUIRED, 'value, speed or whole', 'value')
            ->addOption('explain', null, InputOption::VALUE_NONE, 'the reason of each note and stroke in the text form')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text or json', 'text');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /**
         * @var array{
         *     instrument: string, level: string, tempo: string, 'open-strings': string|null, bowing: string, amount: string, explain: bool,
         *     format: string,
         * } $options
         */
        $options = $input->getOptions();
        $instrument = Instrument::tryFrom($options['instrument']);
        $tempo = ctype_digit($options['tempo']) ? (int) $options['tempo'] : 0;
        $level = ctype_digit($options['level']) ? (int) $options['level'] : 0;
        $choices = array_filter(
            ['openStrings' => $options['open-strings'], 'bowing' => $options['bowing'], 'amount' => $options['amount']],
            static fn (?string $choice): bool => null !== $choice,
        );
        $policies = HandPolicies::of($level, $choices);
        if (
            null === $instrument
            || Instrument::Other === $instrument
            || $tempo < 20
            || $tempo > 400
            || $level !== $policies->level
            || [] !== array_diff_assoc($choices, $policies->chosen())
            || !\in_array($options['format'], ['text', 'json'], true)
        ) {
            ScoreFileInput::errors($output)->writeln('An option is not understood; bin/console piece:hands --help lists them.');

            return Command::INVALID;
        }
        /** @var string $file */
        $file = $input->getArgument('file');
        $read = ScoreFileInput::read($file, $output);
        if (null === $read) {
            return Command::FAILURE;
        }
        $report = HandsReport::tell($read->piece, $instrument, $policies, $tempo);
        if ('json' === $options['format']) {
            $output->write(
                json_encode(
                    $report,
                    \JSON_THROW_ON_ERROR |
                        \JSON_PRETTY_PRINT |
                        \JSON_UNESCAPED_UNICODE |
                        \JSON_UNESCAPED_SLASHES |
                        \JSON_PRESERVE_ZERO_FRACTION,
                )."\n",
                false,
                OutputInterface::OUTPUT_RAW,
            );
        } else {
            $this->text($report, $options['explain'], $output);
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
     */
    private function text(array $report, bool $explain, OutputInterface $output): void
    {
        $bows = [];
        foreach ($report['strokes'] as $stroke) {
            $bows[$stroke['notes'][0] ?? ''] = \sprintf('%s %.2f–%.2f', $stroke['direction'], $stroke['from'], $stroke['to']);
        }
        foreach ($report['notes'] as $note) {
            $place = 'natural' === $note['placement'] || null === $note['placement'] ? '' : $note['placement'].' ';
            $output->writeln(
                \sprintf(
                    '%4d  %-4s %s %s%s  %s%s',
                    $note['position'] + 1,
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
