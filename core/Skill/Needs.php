<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Place;

/** The skills that a piece asks for, by instrument, each with the place where it comes first: all that readiness and book order read. */
final readonly class Needs
{
    /** Bytes before the skills of an instrument, where it is packed: its name and how many they are. */
    private const HEAD = 10;

    /** @param array<string, array<string, int>> $first rank of the first place (see Place::rank()), by instrument and code */
    public function __construct(public array $first)
    {
    }

    /** @param list<Instrument> $instruments */
    public static function of(PieceSkills $skills, array $instruments): self
    {
        $first = [];
        foreach ($instruments as $instrument) {
            $first[$instrument->value] = $skills->first($instrument);
        }

        return new self($first);
    }

    /**
     * As it is kept, in little room.
     *
     * @param array<string, int> $numbers of the codes of a catalogue, by code
     */
    public function pack(array $numbers): string
    {
        $packed = '';
        foreach ($this->first as $instrument => $first) {
            $of = array_map(static fn (int|string $code): int => $numbers[$code], array_keys($first));
            $packed .= pack('a8v', $instrument, \count($first)).pack('v*', ...$of).pack('P*', ...array_values($first));
        }

        return $packed;
    }

    /**
     * @param string       $packed as pack() gave it with the same catalogue
     * @param list<string> $codes  by number
     */
    public static function unpack(string $packed, array $codes): self
    {
        $needs = [];
        for ($at = 0; $at < \strlen($packed);) {
            /** @var array{instrument: string, count: int} $head */
            $head = unpack('a8instrument/vcount', $packed, $at);
            $count = $head['count'];
            $first = [];
            if ($count > 0) {
                /** @var array<int, int> $numbers from 1 */
                $numbers = unpack("v$count", $packed, $at + self::HEAD);
                /** @var array<int, int> $ranks from 1 */
                $ranks = unpack("P$count", $packed, $at + self::HEAD + 2 * $count);
                foreach ($numbers as $index => $number) {
                    $first[$codes[$number]] = $ranks[$index];
                }
            }
            $needs[rtrim($head['instrument'], "\0")] = $first;
            $at += self::HEAD + 10 * $count;
        }

        return new self($needs);
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
