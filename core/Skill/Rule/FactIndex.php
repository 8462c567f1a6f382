<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Score\Pitch;

/**
 * The distinct facts of one kind with their places, found by what is written for their values. What is written for one value is held
 * against each fact once, however many rules write it, and so is what is written for all of them: hundreds of rules cost hardly more than
 * one.
 */
final class FactIndex
{
    /** Where a finger tells by what its string is played. */
    private const BY = 4;
    private const PLUCKED = 'pluck';

    /** @var array<int, array<array-key, string>> a byte for each fact, by parameter and the value that it has */
    private array $byValue = [];
    /** @var array<string, string> a byte for each fact, by parameter and what is written for it */
    private array $fitting = [];
    /** @var array<string, string> sets of places by the block as it is written */
    private array $found = [];
    /** @var array<int, list<int>> where the places of a fact stand in a set, by its number, once it fitted something */
    private array $numbers = [];

    /**
     * @param list<list<string>>          $values   of each fact, in the order of the block's parameters
     * @param list<list<int>>             $ranks    of its places, in the same order
     * @param array<int, array<int, int>> $numbered numbers of the places that any fact has (see Ranks::numbered())
     */
    private function __construct(
        private readonly Block $block,
        private readonly array $values,
        private readonly array $ranks,
        private readonly array $numbered,
    ) {
    }

    /**
     * @param array<array-key, list<int>> $facts    ranks of places by the fact's values with bars between
     * @param array<int, array<int, int>> $numbered numbers of the places that facts of any kind have (see Ranks::numbered())
     */
    public static function of(Block $block, array $facts, array $numbered = []): self
    {
        $values = array_map(static fn (int|string $fact): array => explode('|', (string) $fact), array_keys($facts));

        return new self($block, $values, array_values($facts), $numbered);
    }

    /**
     * @param bool   $isPlucked all of it is played with the fingers of the right hand
     * @param string $none      no place at all, which most rules find
     *
     * @return string set of the places at which a fact stands that fits (see PlaceSet), of all of the piece
     */
    public function places(Asked $asked, bool $isPlucked, string $none): string
    {
        $key = $isPlucked ? '!'.$asked->key : $asked->key;

        return $this->found[$key] ??= $this->look($this->fitting($asked, $isPlucked), $none);
    }

    private function look(string $fitting, string $none): string
    {
        $places = $none;
        foreach (PlaceSet::numbers($fitting) as $fact) {
            foreach ($this->numbers[$fact] ??= $this->number($this->ranks[$fact]) as $number) {
                $places[$number] = PlaceSet::IN;
            }
        }

        return $places;
    }

    /**
     * @param list<int> $ranks
     *
     * @return list<int> where these places stand in a set: behind the beginning
     */
    private function number(array $ranks): array
    {
        $numbers = [];
        foreach ($ranks as $rank) {
            $numbers[] = 1 + Ranks::numberOf($rank, $this->numbered);
        }

        return $numbers;
    }

    /** @return string a byte for each fact, in the order in which they were given: 1 if it fits, else 0 */
    public function fitting(Asked $asked, bool $isPlucked = false): string
    {
        $fitting = str_repeat(PlaceSet::IN, \count($this->values));
        foreach ($asked->typed as $parameter => $written) {
            if (Parameter::ANY !== $written) {
                $fitting &= $this->fitting["$parameter $isPlucked $written"] ??= $this->hold($parameter, $written, $isPlucked);
            }
        }

        return $fitting;
    }

    private function hold(int $parameter, string $written, bool $isPlucked): string
    {
        if (Block::Finger === $this->block && self::BY === $parameter && $isPlucked) {
            return str_repeat(self::PLUCKED === $written ? PlaceSet::IN : PlaceSet::OUT, \count($this->values));
        }
        if (Block::Range === $this->block && $parameter > 0) {
            // A range of notes is held against the one note of a fact, in steps of the staff.
            $step = Pitch::parse($written)->diatonic();
            $fits = 1 === $parameter
                ? static fn (int|string $value): bool => (int) $value >= $step
                : static fn (int|string $value): bool => (int) $value <= $step;

            return $this->together($this->byValue(1), $fits);
        }
        $of = $this->block->parameters()[$parameter];

        return $of->isNumber
            ? $this->together($this->byValue($parameter), static fn (int|string $value): bool => $of->matches($written, (string) $value))
            : $this->byValue($parameter)[$written] ?? str_repeat(PlaceSet::OUT, \count($this->values));
    }

    /**
     * @param array<array-key, string>   $byValue
     * @param \Closure(int|string): bool $fits
     */
    private function together(array $byValue, \Closure $fits): string
    {
        $fitting = str_repeat(PlaceSet::OUT, \count($this->values));
        foreach ($byValue as $value => $facts) {
            if ($fits($value)) {
                $fitting |= $facts;
            }
        }

        return $fitting;
    }

    /** @return array<array-key, string> a byte for each fact, by the value that it has for a parameter */
    private function byValue(int $parameter): array
    {
        if (!isset($this->byValue[$parameter])) {
            $byValue = [];
            $none = str_repeat(PlaceSet::OUT, \count($this->values));
            foreach ($this->values as $fact => $values) {
                $value = $values[$parameter] ?? '';
                $byValue[$value] ??= $none;
                $byValue[$value][$fact] = PlaceSet::IN;
            }
            $this->byValue[$parameter] = $byValue;
        }

        return $this->byValue[$parameter];
    }
}
