<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Method\Method;
use CoinStair\Core\Report\ChunksReport;
use CoinStair\Core\Score\Instrument;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('piece:chunks', 'Tells where a piece is hard, where it is cut, and in which order a method teaches it')]
final class PieceChunksCommand extends Command
{
    protected function configure(): void
    {
        HandOptions::add($this, 'goal in beats a minute');
        ScoreFileInput::addTo($this)
            ->addOption(
                'method',
                null,
                InputOption::VALUE_REQUIRED,
                implode(', ', array_column(Method::cases(), 'value')),
                Method::Forward->value,
            )
            ->addOption(
                'instrument',
                null,
                InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY,
                'violin, viola, cello or bass, several times or with commas; all if not given',
            )
            ->addOption('explain', null, InputOption::VALUE_NONE, 'every spot with its reason in the text form')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text or json', 'text');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var array{method: string, instrument: list<string>, explain: bool, format: string} $options */
        $options = $input->getOptions();
        $instruments = HandOptions::instruments($options['instrument']);
        $method = Method::tryFrom($options['method']);
        $hands = HandOptions::read($input);
        if (
            null === $instruments
            || null === $method
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
        $report = ChunksReport::tell($read->piece, $instruments, $hands->policies, $hands->tempo, $method);
        if ('json' === $options['format']) {
            CommandOutput::json($report, $output);
        } else {
            $this->text($report, $options['explain'], $output);
        }

        return Command::SUCCESS;
    }

    /**
     * @param array{
     *     spots: list<array{instrument: string, place: string, comfort: float|null, reason: string}>,
     *     chunks: list<array{id: string, kind: string, measures: string, comfort: float|null}>,
     *     order: list<array{chunk: string, as: string, like: string|null, rung: string|null}>,
     * } $report
     */
    private function text(array $report, bool $explain, OutputInterface $output): void
    {
        foreach (\array_slice($report['spots'], 0, $explain ? null : 5) as $spot) {
            $output->writeln(
                \sprintf(
                    '%s, %s: %s%s',
                    $spot['instrument'],
                    $spot['place'],
                    $spot['reason'],
                    null === $spot['comfort'] ? '' : ' '.round($spot['comfort']),
                ),
                OutputInterface::OUTPUT_RAW,
            );
        }
        $chunks = array_column($report['chunks'], null, 'id');
        foreach ($report['order'] as $step) {
            $chunk = $chunks[$step['chunk']];
            $like = null === $step['like'] ? '' : ' as '.$chunks[$step['like']]['measures'];
            $output->writeln(
                \sprintf(
                    '%-5s %-8s %s%s%s%s',
                    $step['as'],
                    $chunk['kind'],
                    $chunk['measures'],
                    $like,
                    null === $step['rung'] ? '' : ', '.$step['rung'],
                    null === $chunk['comfort'] ? '' : ', comfortable at '.round($chunk['comfort']),
                ),
                OutputInterface::OUTPUT_RAW,
            );
        }
    }
}
