<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;

/**
 * What a class is presumed to know from before its first lesson here (handbook 7): weaker than any evidence, but known where newness is
 * weighed.
 */
final readonly class Baseline
{
    /** @param array<string, array<string, true>> $codes by instrument and code */
    private function __construct(private array $codes)
    {
    }

    public static function none(): self
    {
        return new self([]);
    }

    /** What the years before a year usually meet. */
    public static function ofYear(Catalogue $catalogue, int $year): self
    {
        $codes = [];
        foreach (Instrument::strings() as $instrument) {
            foreach ($catalogue->of($instrument) as $skill) {
                if ($skill->year($instrument) < $year) {
                    $codes[$instrument->value][$skill->code] = true;
                }
            }
        }

        return new self($codes);
    }

    /** @param list<Needs> $needs of pieces that the class has played */
    public static function ofPieces(array $needs): self
    {
        $codes = [];
        foreach ($needs as $of) {
            foreach ($of->first as $instrument => $skills) {
                $codes[$instrument] = ($codes[$instrument] ?? []) + array_fill_keys(array_keys($skills), true);
            }
        }

        return new self($codes);
    }

    /** @param array<string, list<string>> $codes that were known to another class, by instrument */
    public static function ofCodes(array $codes): self
    {
        return new self(array_map(static fn (array $of): array => array_fill_keys($of, true), $codes));
    }

    /** What either of two has. */
    public function and(self $other): self
    {
        $codes = $this->codes;
        foreach ($other->codes as $instrument => $of) {
            $codes[$instrument] = ($codes[$instrument] ?? []) + $of;
        }

        return new self($codes);
    }

    public function has(Instrument $instrument, string $code): bool
    {
        return isset($this->codes[$instrument->value][$code]);
    }
}
