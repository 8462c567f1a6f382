<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Instrument;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;

/** The options by which a command is told how somebody plays, and how fast. */
final readonly class HandOptions
{
    /** An option that is given as often as one likes. */
    public const SEVERAL = InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY;
    private const SLOWEST = 20;
    private const FASTEST = 400;

    /** @param int $tempo beats a minute */
    private function __construct(public HandPolicies $policies, public int $tempo)
    {
    }

    /** @param string $tempo what the tempo is to this command */
    public static function add(Command $command, string $tempo): void
    {
        $command
            ->addOption('level', null, InputOption::VALUE_REQUIRED, 'year of playing, 1 to 4', '1')
            ->addOption('tempo', null, InputOption::VALUE_REQUIRED, "$tempo, ".self::SLOWEST.' to '.self::FASTEST, '72')
            ->addOption('open-strings', null, InputOption::VALUE_REQUIRED, 'open, long or crossing; by level if not given')
            ->addOption('bowing', null, InputOption::VALUE_REQUIRED, 'alternate, downbeat or phrase', 'alternate')
            ->addOption('amount', null, InputOption::VALUE_REQUIRED, 'value, speed or whole', 'value');
    }

    /** None if one of them is not understood. */
    public static function read(InputInterface $input): ?self
    {
        /** @var array{level: string, tempo: string, 'open-strings': string|null, bowing: string, amount: string} $options */
        $options = $input->getOptions();
        $tempo = self::number($options['tempo']);
        $level = self::number($options['level']);
        $choices = array_filter(
            ['openStrings' => $options['open-strings'], 'bowing' => $options['bowing'], 'amount' => $options['amount']],
            static fn (?string $choice): bool => null !== $choice,
        );
        $policies = HandPolicies::of($level, $choices);
        $understood =
            $tempo >= self::SLOWEST
            && $tempo <= self::FASTEST
            && $level === $policies->level
            && [] === array_diff_assoc($choices, $policies->chosen());

        return $understood ? new self($policies, $tempo) : null;
    }

    /** A whole number; 0 for anything else. */
    public static function number(string $typed): int
    {
        return ctype_digit($typed) ? (int) $typed : 0;
    }

    /**
     * @param list<string> $names several, or with commas; all string instruments if none are named
     *
     * @return non-empty-list<Instrument>|null none if one is not known
     */
    public static function instruments(array $names): ?array
    {
        $instruments = [];
        foreach ([] === $names ? [] : array_unique(explode(',', implode(',', $names))) as $name) {
            $instrument = Instrument::tryFrom(trim($name));
            if (null === $instrument || Instrument::Other === $instrument) {
                return null;
            }
            $instruments[] = $instrument;
        }

        return [] === $instruments ? Instrument::strings() : $instruments;
    }
}
