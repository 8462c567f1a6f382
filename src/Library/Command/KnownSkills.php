<?php

declare(strict_types=1);

namespace App\Library\Command;

use CoinStair\Core\Progress\Baseline;
use CoinStair\Core\Progress\ClassRecord;
use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Progress\Said;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use Symfony\Component\Console\Output\OutputInterface;

/** What a command is told of the skills of a class: a year, codes with commas, or nothing. */
final class KnownSkills
{
    public const KNOWS = 'codes of skills that all groups know, with commas; year:2 for all before the second year';
    /** On which all is asked: no day of a class, so that what is due is told and not reckoned. */
    private const DAY = '2000-01-01';

    /**
     * @param list<Instrument> $instruments
     *
     * @return ClassSkills|null none if a code is no skill: that is told
     */
    public static function read(Catalogue $catalogue, array $instruments, string $knows, string $due, OutputInterface $output): ?ClassSkills
    {
        foreach (['knows' => $knows, 'due' => $due] as $option => $typed) {
            foreach (self::codes($typed) as $code) {
                if (null === $catalogue->find($code) && ('due' === $option || 1 !== preg_match('/^year:[1-4]$/D', $code))) {
                    CommandOutput::errors($output)->writeln("--$option: there is no skill \"$code\".", OutputInterface::OUTPUT_PLAIN);

                    return null;
                }
            }
        }

        return self::of($catalogue, $instruments, self::codes($knows), self::codes($due));
    }

    /**
     * @param list<Instrument> $instruments
     * @param list<string>     $knows
     * @param list<string>     $due
     */
    private static function of(Catalogue $catalogue, array $instruments, array $knows, array $due): ClassSkills
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
}
