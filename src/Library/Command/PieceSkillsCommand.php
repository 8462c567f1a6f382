<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Report\SkillsReport;
use CoinStair\Core\Score\MeasureNumbers;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** @phpstan-import-type SkillRow from SkillsReport */
#[AsCommand('piece:skills', 'Tells the skills that a piece asks for, each with the places where it is found')]
final class PieceSkillsCommand extends Command
{
    /** Places that the text form names. */
    private const PLACES = 6;

    protected function configure(): void
    {
        HandOptions::add($this, 'beats a minute');
        ScoreFileInput::addTo($this)
            ->addOption('instruments', null, HandOptions::SEVERAL, 'with commas or one by one; all if not given')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'text or json', 'text');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var array{instruments: list<string>, format: string} $options */
        $options = $input->getOptions();
        $instruments = HandOptions::instruments($options['instruments']);
        $hands = HandOptions::read($input);
        if (null === $instruments || null === $hands || !\in_array($options['format'], ['text', 'json'], true)) {
            return CommandOutput::notUnderstood($this, $output);
        }
        /** @var string $file */
        $file = $input->getArgument('file');
        $read = ScoreFileInput::read($file, $output, $input);
        if (null === $read) {
            return Command::FAILURE;
        }
        $report = SkillsReport::tell($read->piece, $instruments, $hands->policies, $hands->tempo);
        if ('json' === $options['format']) {
            CommandOutput::json($report, $output);

            return Command::SUCCESS;
        }
        $numbers = MeasureNumbers::of($read->piece)->all();
        foreach ($report['skills'] as $skill) {
            $output->writeln(self::line($skill, $numbers), OutputInterface::OUTPUT_RAW);
        }

        return Command::SUCCESS;
    }

    /**
     * @param SkillRow     $skill
     * @param list<string> $numbers of the measures
     */
    private static function line(array $skill, array $numbers): string
    {
        $measures = array_values(array_unique(array_column($skill['evidence'], 'position')));
        sort($measures);
        $named = array_map(static fn (int $position): string => $numbers[$position], \array_slice($measures, 0, self::PLACES));

        return \sprintf(
            '%-24s %s %-26s %s%s',
            $skill['code'],
            mb_str_pad($skill['name'], 48),
            implode(', ', $skill['instruments']),
            implode(', ', $named),
            \count($measures) > self::PLACES ? ' …' : '',
        );
    }
}
