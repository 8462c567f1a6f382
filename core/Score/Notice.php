<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * Something a reader left out, guessed or found odd, with its place. The template is also the key of its translation.
 */
final readonly class Notice
{
    /**
     * @param int                   $line       from 1; 0 where the source has no lines
     * @param int                   $column     from 1; 0 where unknown
     * @param string                $template   US English with {names} in braces
     * @param array<string, string> $parameters by name
     */
    public function __construct(
        public int $line,
        public int $column,
        public string $template,
        public array $parameters = [],
    ) {
    }

    /** The same at a place of the source. */
    public function at(int $line, int $column): self
    {
        return new self($line, $column, $this->template, $this->parameters);
    }

    public function text(): string
    {
        $replace = [];
        foreach ($this->parameters as $name => $value) {
            $replace['{'.$name.'}'] = $value;
        }

        return strtr($this->template, $replace);
    }
}
