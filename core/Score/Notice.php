<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * Something that a person is told, with its place where it has one. The template is also the key of its translation.
 *
 * @phpstan-type Stored array{
 *     line: int, column: int, template: string, parameters: array<string, string|array{string, array<string, string>}>
 * }
 */
final readonly class Notice
{
    /**
     * @param int                        $line       from 1; 0 where the source has no lines
     * @param int                        $column     from 1; 0 where unknown
     * @param string                     $template   US English with {names} in braces
     * @param array<string, string|self> $parameters by name; what is translated by itself is a notice
     */
    public function __construct(
        public int $line,
        public int $column,
        public string $template,
        public array $parameters = [],
    ) {
    }

    /** A word or a few that are translated by themselves. */
    public static function word(string $word): self
    {
        return new self(0, 0, $word);
    }

    /** It is made from a template. */
    public function says(string $template): bool
    {
        return $this->template === $template;
    }

    /** A parameter as it was given; empty where there is none of this name. */
    public function parameter(string $name): string
    {
        $value = $this->parameters[$name] ?? '';

        return $value instanceof self ? $value->text() : $value;
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
            $replace['{'.$name.'}'] = $value instanceof self ? $value->text() : $value;
        }

        return strtr($this->template, $replace);
    }

    /**
     * What was given as a notice is kept by its template and its own parameters.
     *
     * @return Stored
     */
    public function stored(): array
    {
        return [
            'line' => $this->line,
            'column' => $this->column,
            'template' => $this->template,
            'parameters' => array_map(
                static fn (string|self $value): string|array => $value instanceof self
                    ? [$value->template, array_map(strval(...), array_filter($value->parameters, is_string(...)))]
                    : $value,
                $this->parameters,
            ),
        ];
    }

    /** @param Stored $row as stored() made it */
    public static function parse(array $row): self
    {
        $parameters = array_map(
            static fn (string|array $value): string|self => \is_array($value) ? new self(0, 0, $value[0], $value[1]) : $value,
            $row['parameters'],
        );

        return new self($row['line'], $row['column'], $row['template'], $parameters);
    }
}
