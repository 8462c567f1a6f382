<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Score\Instrument;

/** Several rules together: all of them, any, none, or any of them at least so many times. */
final readonly class Several implements Rule
{
    /** @param non-empty-list<Rule> $rules */
    private function __construct(private How $how, private array $rules, private int $times)
    {
    }

    /**
     * @param non-empty-list<Rule> $rules
     * @param int                  $times that any of them must be found; told where the others are only counted
     */
    public static function of(How $how, array $rules, int $times = 1): self
    {
        return new self($how, $rules, max(1, $times));
    }

    public function find(Facts $facts, Playing $playing): string
    {
        $none = $found = PlaceSet::none($facts->places($playing));
        $missing = false;
        foreach ($this->rules as $rule) {
            $of = $rule->find($facts, $playing);
            $missing = $missing || (How::All === $this->how && PlaceSet::isEmpty($of));
            $found |= $of;
        }

        return match ($this->how) {
            How::All => $missing ? $none : $found,
            How::Any => $found,
            // What is nowhere has no place of its own: it holds from the beginning.
            How::None => PlaceSet::isEmpty($found) ? PlaceSet::beginning($facts->places($playing)) : $none,
            How::AtLeast => $facts->count($found, $playing) >= $this->times ? $found : $none,
        };
    }

    public function growsWithThePiece(): bool
    {
        return How::None !== $this->how
            && [] === array_filter($this->rules, static fn (Rule $rule): bool => !$rule->growsWithThePiece());
    }

    public function appliesTo(Instrument $instrument): bool
    {
        $applying = array_filter($this->rules, static fn (Rule $rule): bool => $rule->appliesTo($instrument));

        return match ($this->how) {
            How::All => \count($applying) === \count($this->rules),
            How::None => true,
            How::Any, How::AtLeast => [] !== $applying,
        };
    }

    public function alternatives(): array
    {
        $alternatives = array_map(static fn (Rule $rule): array => $rule->alternatives(), $this->rules);

        return How::Any === $this->how ? array_merge(...$alternatives) : [];
    }

    public function firstBlock(): Block
    {
        return $this->rules[0]->firstBlock();
    }

    public function text(): string
    {
        $rules = implode(', ', array_map(static fn (Rule $rule): string => $rule->text(), $this->rules));

        return $this->how->value.'('.(How::AtLeast === $this->how ? $this->times.', ' : '').$rules.')';
    }
}
