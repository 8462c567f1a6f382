<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Progress\Baseline;
use CoinStair\Core\Progress\ClassRecord;
use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Progress\Said;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Report\ReadyReport;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Skill\Catalogue;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** @phpstan-import-type NewRow from ReadyReport */
#[AsCommand('piece:ready', 'Tells whether a class that knows some skills can play a piece, and what is new in it for whom')]
final class PieceReadyCommand extends Command
{
    /** No log stands behind the command: any day will do. */
    private const DAY = '2000-01-01';

    protected function configure(): void
    {
        HandOptions::add($this, 'beats a minute');
        $value = InputOption::VALUE_REQUIRED;
        ScoreFileInput::addTo($this)
            ->addOption('instruments', null, $value, 'of the class, with commas; all if not given')
            ->addOption('knows', null, $value, 'codes of skills that all groups know; year:2 for all before the second year', '')
            ->addOption('due', null, $value, 'codes of skills that are due again, with commas', '')
            ->addOption('format', null, $value, 'text or json', 'text');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var array{instruments?: string, knows: string, due: string, format: string} $options */
        $options = $input->getOptions();
        $instruments = HandOptions::instruments(array_filter([$options['instruments'] ?? '']));
        $hands = HandOptions::read($input);
        $catalogue = Catalogue::shipped();
        if (null === $instruments || null === $hands || !\in_array($options['format'], ['text', 'json'], true)) {
            return CommandOutput::notUnderstood($this, $output);
        }
        foreach (['knows', 'due'] as $option) {
            foreach (self::codes($options[$option]) as $code) {
                if (null === $catalogue->find($code) && ('due' === $option || 1 !== preg_match('/^year:[1-4]$/D', $code))) {
                    CommandOutput::errors($output)->writeln("--$option: there is no skill \"$code\".", OutputInterface::OUTPUT_PLAIN);

                    return Command::INVALID;
                }
            }
        }
        /** @var string $file */
        $file = $input->getArgument('file');
        $read = ScoreFileInput::read($file, $output, $input);
        if (null === $read) {
            return Command::FAILURE;
        }
        $class = self::classOf($catalogue, $instruments, self::codes($options['knows']), self::codes($options['due']));
        $both = BothHands::ofEach($read->piece, $instruments, $hands->policies, $hands->tempo);
        $report = ReadyReport::tell($read->piece, $both, $class, $catalogue);
        if ('json' === $options['format']) {
            CommandOutput::json($report, $output);

            return Command::SUCCESS;
        }
        $output->writeln($report['verdict'], OutputInterface::OUTPUT_RAW);
        $numbers = MeasureNumbers::of($read->piece)->all();
        foreach ($report['new'] as $new) {
            $output->writeln(self::line($new, $numbers), OutputInterface::OUTPUT_RAW);
        }

        return Command::SUCCESS;
    }

    /**
     * @param list<Instrument> $instruments
     * @param list<string>     $knows
     * @param list<string>     $due
     */
    private static function classOf(Catalogue $catalogue, array $instruments, array $knows, array $due): ClassSkills
    {
        $baseline = Baseline::ofCodes(array_fill_keys(array_column($instruments, 'value'), $knows));
        foreach ($knows as $code) {
            if (str_starts_with($code, 'year:')) {
                $baseline = $baseline->and(Baseline::ofYear($catalogue, (int) substr($code, 5)));
            }
        }
        $said = [];
        foreach ($instruments as $instrument) {
            foreach ($due as $code) {
                $said[] = new Said($code, $instrument, State::DueAgain, self::DAY);
            }
        }

        return ClassSkills::on(self::DAY, $catalogue, $instruments, ClassRecord::none(), $said, $baseline);
    }

    /** @return list<string> */
    private static function codes(string $typed): array
    {
        return array_values(array_filter(array_map(trim(...), explode(',', $typed)), static fn (string $code): bool => '' !== $code));
    }

    /**
     * @param NewRow       $new
     * @param list<string> $numbers of the measures
     */
    private static function line(array $new, array $numbers): string
    {
        return rtrim(\sprintf(
            '%-24s %s %-26s %-8s %s',
            $new['code'],
            mb_str_pad($new['name'], 48),
            implode(', ', $new['instruments']),
            null === $new['first'] ? 'before' : ($numbers[$new['first']['position']] ?? ''),
            implode(', ', $new['taught-by']),
        ));
    }
}
