<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Report\ReadyReport;
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
    protected function configure(): void
    {
        HandOptions::add($this, 'beats a minute');
        $value = InputOption::VALUE_REQUIRED;
        ScoreFileInput::addTo($this)
            ->addOption('instruments', null, HandOptions::SEVERAL, 'of the class, with commas or one by one; all if not given')
            ->addOption('knows', null, $value, KnownSkills::KNOWS, '')
            ->addOption('due', null, $value, 'codes of skills that are due again, with commas', '')
            ->addOption('format', null, $value, 'text or json', 'text');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var array{instruments: list<string>, knows: string, due: string, format: string} $options */
        $options = $input->getOptions();
        $instruments = HandOptions::instruments($options['instruments']);
        $hands = HandOptions::read($input);
        $catalogue = Catalogue::shipped();
        if (null === $instruments || null === $hands || !\in_array($options['format'], ['text', 'json'], true)) {
            return CommandOutput::notUnderstood($this, $output);
        }
        $class = KnownSkills::read($catalogue, $instruments, $options['knows'], $options['due'], $output);
        if (null === $class) {
            return Command::INVALID;
        }
        /** @var string $file */
        $file = $input->getArgument('file');
        $read = ScoreFileInput::read($file, $output, $input);
        if (null === $read) {
            return Command::FAILURE;
        }
        $both = BothHands::ofEach($read->piece, $instruments, $hands->policies, $hands->tempo);
        $report = ReadyReport::tell($read->piece, $both, $class, $catalogue);
        if ('json' === $options['format']) {
            CommandOutput::json($report, $output);

            return Command::SUCCESS;
        }
        $most = max([0, ...array_values($report['points'])]);
        $points = '' === $report['decides'] ? '' : \sprintf(', %d new for the %s', $most, $report['decides']);
        $output->writeln($report['verdict'].$points, OutputInterface::OUTPUT_RAW);
        $numbers = MeasureNumbers::of($read->piece)->all();
        foreach ($report['new'] as $new) {
            $output->writeln(self::line($new, $numbers), OutputInterface::OUTPUT_RAW);
        }

        return Command::SUCCESS;
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
