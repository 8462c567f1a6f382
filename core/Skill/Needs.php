<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Place;

/** The skills that a piece asks for, by instrument, each with the place where it comes first: all that readiness and book order read. */
final readonly class Needs
{
    /** @param array<string, array<string, int>> $first rank of the first place (see Place::rank()), by instrument and code */
    public function __construct(public array $first)
    {
    }

    /** @param list<Instrument> $instruments */
    public static function of(PieceSkills $skills, array $instruments): self
    {
        $first = [];
        foreach ($instruments as $instrument) {
            $first[$instrument->value] = array_map(static fn (array $places): int => $places[0] ?? 0, $skills->found($instrument));
        }

        return new self($first);
    }

    /** Its notes are known: an outline asks for nothing that anybody could tell. */
    public function isKnown(): bool
    {
        return [] !== array_filter($this->first);
    }

    /** @return list<string> codes, by where they come first */
    public function inOrder(Instrument $instrument): array
    {
        $first = $this->first[$instrument->value] ?? [];
        asort($first);

        return array_map(strval(...), array_keys($first));
    }

    public function has(Instrument $instrument, string $code): bool
    {
        return isset($this->first[$instrument->value][$code]);
    }

    /** Some instrument needs it. */
    public function hasAnywhere(string $code): bool
    {
        return [] !== array_filter($this->first, static fn (array $skills): bool => isset($skills[$code]));
    }

    public function firstPlace(Instrument $instrument, string $code): ?Place
    {
        $rank = $this->first[$instrument->value][$code] ?? null;

        return null === $rank ? null : Place::ofRank($rank);
    }
}
