<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Lesson\FirstContact;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Progress\KnownPlaces;
use CoinStair\Core\Report\PlanReport;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Growth;
use CoinStair\Core\Standing\Standing;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * @phpstan-import-type StepRow from PlanReport
 * @phpstan-import-type Plan from PlanReport
 */
#[AsCommand('piece:plan', 'Tells the lessons in which a class of a year learns a piece: steps, stairs, tries, minutes')]
final class PiecePlanCommand extends Command
{
    private const MINUTES = [5, 180];
    private const LESSONS = [1, 40];

    protected function configure(): void
    {
        HandOptions::add($this, 'beats a minute for which the hands are reckoned; the goal if not given');
        $value = InputOption::VALUE_REQUIRED;
        ScoreFileInput::addTo($this)
            ->addOption('method', null, $value, implode(', ', array_column(Method::cases(), 'value')), Method::Forward->value)
            ->addOption('instruments', null, HandOptions::SEVERAL, 'of the class, with commas or one by one; all if not given')
            ->addOption('goal', null, $value, 'in beats a minute; that of the file, or the tempo, if not given')
            ->addOption('minutes', null, $value, 'of a lesson in which something can be taught', '27')
            ->addOption('lessons', null, $value, 'after which the goal counts as out of reach', (string) Aim::LESSONS)
            ->addOption('slow', null, $value, 'a group that holds the rest back: apart, ease or wait', SlowGroup::Apart->value)
            ->addOption('knows', null, $value, KnownSkills::KNOWS.'; all if not given, nothing where it is empty')
            ->addOption('contact', null, $value, 'what is new is met by: new, bow, pluck or say', FirstContact::New->value)
            ->addOption('habits', null, $value, 'all, none, or some of '.implode(', ', array_column(Habit::cases(), 'value')), 'all')
            ->addOption('explain', null, InputOption::VALUE_NONE, 'for each number the formula with its values')
            ->addOption('format', null, $value, 'text or json', 'text');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /**
         * @var array{
         *     method: string, minutes: string, lessons: string, slow: string, contact: string, instruments: list<string>,
         *     knows: string|null, habits: string,
         * } $options
         */
        $options = $input->getOptions();
        $method = Method::tryFrom($options['method']);
        $instruments = HandOptions::instruments($options['instruments']);
        $slow = SlowGroup::tryFrom($options['slow']);
        $contact = FirstContact::tryFrom($options['contact']);
        $hands = HandOptions::read($input);
        $minutes = self::within($options['minutes'], self::MINUTES);
        $lessons = self::within($options['lessons'], self::LESSONS);
        $format = $input->getOption('format');
        $understood = null !== $method && null !== $instruments && null !== $slow && null !== $contact && null !== $hands;
        if (!$understood || null === $minutes || null === $lessons || !\in_array($format, ['text', 'json'], true)) {
            return CommandOutput::notUnderstood($this, $output);
        }
        $standing = self::standing($instruments, $options['knows'], $output);
        if (null === $standing) {
            return Command::INVALID;
        }
        /** @var string $file */
        $file = $input->getArgument('file');
        $read = ScoreFileInput::read($file, $output, $input);
        if (null === $read) {
            return Command::FAILURE;
        }
        $goal = self::goal($input, $read->piece, $hands);
        if (null === $goal) {
            return CommandOutput::notUnderstood($this, $output);
        }
        $habits = 'all' === $options['habits'] ? Habit::cases() : Habit::parse(explode(',', $options['habits']));
        $aim = new Aim($goal, $instruments, $slow, $contact, lessons: $lessons);
        $of = self::forYear($read->piece, $hands->policies, $instruments, $minutes, $goal, $standing, $habits);
        $plan = CutPlan::of($of, $method, null, $instruments, $aim);
        $report = PlanReport::tell($plan);
        if ('json' === $format) {
            CommandOutput::json($report, $output);
        } else {
            $this->text($report, true === $input->getOption('explain'), $output);
        }

        return Command::SUCCESS;
    }

    /**
     * @param non-empty-list<Instrument> $instruments
     * @param list<Habit>                $habits
     */
    private static function forYear(
        Piece $piece,
        HandPolicies $hands,
        array $instruments,
        int $minutes,
        int $goal,
        Standing $standing,
        array $habits,
    ): PieceForClass {
        $policies = ClassPolicies::of($hands, $instruments, CoinRule::standard(), Growth::likely(), $minutes, 0);

        return PieceForClass::of($piece, $policies->teaching($policies->contact, $policies->slow, habits: $habits), $standing, $goal);
    }

    /**
     * What the class knows; all where nothing is told.
     *
     * @param list<Instrument> $instruments
     */
    private static function standing(array $instruments, ?string $knows, OutputInterface $output): ?Standing
    {
        if (null === $knows) {
            return Standing::unknown();
        }
        $catalogue = Catalogue::shipped();
        $class = KnownSkills::read($catalogue, $instruments, $knows, '', $output);

        return null === $class ? null : Standing::of([], ...KnownPlaces::of($catalogue)->to($class));
    }

    /** None if it is no tempo. */
    private static function goal(InputInterface $input, Piece $piece, HandOptions $hands): ?int
    {
        /** @var string|null $typed */
        $typed = $input->getOption('goal');
        if (null === $typed) {
            return $piece->goalTempo ?? $hands->tempo;
        }

        return self::within($typed, [30, 300]);
    }

    /**
     * @param array{int, int} $bounds
     *
     * @return int|null none if it is no whole number between them
     */
    private static function within(string $typed, array $bounds): ?int
    {
        $number = HandOptions::number($typed);

        return $number >= $bounds[0] && $number <= $bounds[1] ? $number : null;
    }

    /**
     * @param Plan $report
     */
    private function text(array $report, bool $explain, OutputInterface $output): void
    {
        $say = static fn (string $line) => $output->writeln($line, OutputInterface::OUTPUT_RAW);
        $say(\sprintf(
            '%d %s, %d minutes; %s%s.',
            \count($report['lessons']),
            1 === \count($report['lessons']) ? 'lesson' : 'lessons',
            round($report['seconds'] / 60),
            match (true) {
                0 === $report['reaches'] => 'the goal stays out of reach, not all of it is taught',
                $report['reaches'] >= $report['goal'] => 'the whole at '.$report['reaches'],
                default => 'the goal stays out of reach, the whole at '.$report['reaches'],
            },
            implode('', array_map(static fn (string $eased): string => '; '.$eased, $report['eased'])),
        ));
        foreach ($report['short'] as $short) {
            $say(\sprintf('%s: %s', $short['instrument'], $short['reason']));
        }
        foreach ($report['lessons'] as $index => $lesson) {
            $say(\sprintf("\nLesson %d, %s", $index + 1, self::clock($lesson['seconds'])));
            foreach ($lesson['steps'] as $step) {
                $say(self::line($step));
                foreach (self::besides($step) as $besides) {
                    $say('                '.$besides);
                }
                foreach ($explain ? $step['why'] : [] as $why) {
                    $say('           '.$why);
                }
            }
            if ('' !== $lesson['sumUp']) {
                $say('      '.$lesson['sumUp']);
            }
        }
    }

    /**
     * @param StepRow $step
     *
     * @return list<string> what is said in its last coins, and what whoever is ready early does
     */
    private static function besides(array $step): array
    {
        return array_values(array_filter([
            '' === $step['listen'] ? '' : 'last coins: '.$step['listen'],
            match ($step['fuller']) {
                'memory' => 'ready early: from memory',
                'fourth-fingers' => 'ready early: with fourth fingers',
                default => '',
            },
        ]));
    }

    /** @param StepRow $step */
    private static function line(array $step): string
    {
        $treads = array_map(
            static fn (int $tempo, int $coins): string => $tempo.' × '.$coins,
            $step['treads'],
            $step['coins'],
        );

        return rtrim(\sprintf(
            '%5s %-8s %s %s %s',
            self::clock($step['seconds']),
            $step['what'],
            mb_str_pad(null === $step['chunk'] ? $step['title'] : $step['measures'], 30),
            mb_str_pad(implode('  ', $treads).([] === $step['treads'] ? '' : self::tries($step['what'], $step['tries'])), 58),
            ('none' === $step['others'] ? '' : ($step['turns'] ?: implode(', ', $step['who'])).', others '.$step['others'].'; ').
                ([] === $step['first'] ? '' : implode(', ', $step['first']).'; ').
                $step['prompt'],
        ));
    }

    /**
     * @param string                                  $what  purpose of the step: some are played a number of times, whatever comes
     * @param array{mean: float, low: int, high: int} $tries
     */
    private static function tries(string $what, array $tries): string
    {
        if (\in_array($what, ['warm-up', 'find', 'review', 'run'], true)) {
            return \sprintf(1 === $tries['high'] ? '  %d go' : '  %d goes', $tries['high']);
        }

        $mean = (int) round($tries['mean']);

        return \sprintf(1 === $mean ? '  about %d try, %d–%d' : '  about %d tries, %d–%d', $mean, $tries['low'], $tries['high']);
    }

    private static function clock(float $seconds): string
    {
        $whole = (int) round($seconds);

        return \sprintf('%d:%02d', intdiv($whole, 60), $whole % 60);
    }
}
