<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Numbers;

/** One parameter of a building block: its name, what may be written for it, and what counts where nothing is. */
final readonly class Parameter
{
    /** Written for "whichever". */
    public const ANY = 'any';
    private const NUMBER = '/^(<\d{1,3}(\.\d{1,2})?|\d{1,3}(\.\d{1,2})?\+?)$/D';

    /**
     * @param list<string> $words   that may be written; none where a shape tells
     * @param string|null  $usual   what counts where nothing is written; none if it has to be written
     * @param string       $shape   regular expression of what may be written; empty where words tell
     * @param string       $example of the shape, for messages
     */
    private function __construct(
        public string $name,
        public array $words,
        public ?string $usual,
        public string $shape = '',
        public string $example = '',
        public bool $isNumber = false,
    ) {
    }

    /**
     * One of some words, that has to be written.
     *
     * @param list<string> $words
     */
    public static function word(string $name, array $words, bool $orAny = false): self
    {
        return new self($name, $orAny ? [...$words, self::ANY] : $words, null);
    }

    /**
     * One of some words; whichever, or the usual one, where none is written.
     *
     * @param list<string> $words
     */
    public static function optional(string $name, array $words, string $usual = self::ANY): self
    {
        return new self($name, [...$words, self::ANY], $usual);
    }

    /** A number: "2" for exactly two, "2+" for two or more, "<2" for less. */
    public static function number(string $name, ?string $usual = self::ANY): self
    {
        return new self($name, [], $usual, self::NUMBER, 'a number such as 2, 2+ or <2', true);
    }

    public static function shaped(string $name, string $shape, string $example): self
    {
        return new self($name, [], null, $shape, $example);
    }

    public function takes(string $typed): bool
    {
        return '' === $this->shape
            ? \in_array($typed, $this->words, true)
            : 1 === preg_match($this->shape, $typed) || (self::ANY === $typed && self::ANY === $this->usual);
    }

    public function isYesOrNo(): bool
    {
        return \in_array('yes', $this->words, true);
    }

    /** What may be written, as people read it: words of the rule language, or an example. */
    public function expected(): string|Notice
    {
        return '' === $this->shape ? implode(', ', $this->words) : Notice::word($this->example);
    }

    /** A fact has what was written. */
    public function matches(string $typed, string $fact): bool
    {
        return match (true) {
            self::ANY === $typed => true,
            !$this->isNumber => $typed === $fact,
            str_starts_with($typed, '<') => Numbers::isLess((float) $fact, (float) substr($typed, 1)),
            str_ends_with($typed, '+') => !Numbers::isLess((float) $fact, (float) $typed),
            default => Numbers::isEqual((float) $fact, (float) $typed),
        };
    }
}
