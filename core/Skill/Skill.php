<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Skill\Rule\Rule;
use CoinStair\Core\Skill\Rule\RuleParser;

/** Something that a class can meet, learn and keep (handbook 7). */
final class Skill implements \JsonSerializable
{
    /** Years of playing in which a skill can be usual. */
    public const YEARS = [1, 2, 3, 4];

    private ?Rule $rule = null;
    /** @var list<Instrument>|null */
    private ?array $instruments = null;

    /**
     * @param string             $code          such as "bow.hook"
     * @param string             $name          in US words
     * @param string             $british       name in UK words
     * @param array<string, int> $years         usual year of playing, by instrument; under '' for all others
     * @param list<string>       $prerequisites codes
     * @param string             $written       rule as it is written; empty for a skill that is said by hand
     * @param list<Instrument>   $only          instruments to which it applies; of a program's own skill those of them that have what its
     *                                          rule names, of all if none are given
     * @param bool               $isOwn         of a program, not shipped
     */
    public function __construct(
        public readonly string $code,
        public readonly string $name,
        public readonly string $british,
        public readonly Family $family,
        private readonly array $years,
        public readonly array $prerequisites,
        public readonly string $written,
        public readonly array $only = [],
        public readonly bool $isOwn = false,
    ) {
    }

    /**
     * A program's own skill: it has one name, and one usual year for all instruments.
     *
     * @param list<string> $prerequisites codes
     * @param list<string> $instruments   by name; all that have what its rule names, if none are given
     */
    public static function own(
        string $code,
        string $name,
        Family $family,
        int $year,
        array $prerequisites,
        string $rule,
        array $instruments,
    ): self {
        return new self(
            $code,
            $name,
            $name,
            $family,
            ['' => $year],
            $prerequisites,
            $rule,
            array_map(Instrument::from(...), $instruments),
            true,
        );
    }

    /** Nothing finds it: a teacher says it. */
    public function isByHand(): bool
    {
        return '' === $this->written;
    }

    /**
     * None if it is said by hand.
     *
     * @throws Refusal if the rule is not understood
     */
    public function rule(): ?Rule
    {
        return '' === $this->written ? null : ($this->rule ??= RuleParser::read($this->written));
    }

    public function appliesTo(Instrument $instrument): bool
    {
        return \in_array($instrument, $this->instruments(), true);
    }

    /** @return list<Instrument> that have what the rule names; what ships says so itself, and a test holds it to that */
    public function instruments(): array
    {
        return $this->instruments ??= !$this->isOwn ? $this->only : array_values(
            array_filter(
                [] === $this->only ? Instrument::strings() : $this->only,
                fn (Instrument $instrument): bool => $this->rule()?->appliesTo($instrument) ?? true,
            ),
        );
    }

    /**
     * The same, where it is known to which instruments it applies: its rule is read only if somebody wants to find it.
     *
     * @param list<Instrument> $instruments that have what the rule names
     */
    public function applyingTo(array $instruments): self
    {
        $same = clone $this;
        $same->instruments = $instruments;

        return $same;
    }

    /** Year of playing in which an instrument usually meets it. */
    public function year(Instrument $instrument): int
    {
        return $this->years[$instrument->value] ?? $this->years[''] ?? self::YEARS[\count(self::YEARS) - 1];
    }

    /** @return list<mixed> what tells two apart */
    public function jsonSerialize(): array
    {
        return [$this->code, $this->family, $this->years, $this->prerequisites, $this->written, $this->only];
    }
}
