<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * Something that a person is told, with its place where it has one. The template is also the key of its translation.
 *
 * @phpstan-type Stored array{
 *     line: int, column: int, template: string, parameters: array<string, mixed>
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

    /**
     * Several, one behind the other.
     *
     * @param non-empty-list<self> $notices
     */
    public static function joined(array $notices): self
    {
        $parameters = [];
        foreach (\count($notices) > 1 ? $notices : [] as $index => $notice) {
            $parameters['part'.$index] = $notice;
        }
        $template = implode(' · ', array_map(static fn (string $name): string => '{'.$name.'}', array_keys($parameters)));

        return [] === $parameters ? $notices[0] : new self(0, 0, $template, $parameters);
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
            'parameters' => self::kept($this->parameters),
        ];
    }

    /**
     * @param array<string, string|self> $parameters
     *
     * @return array<string, mixed> by name: a string, or the template of a notice and its own parameters
     */
    private static function kept(array $parameters): array
    {
        return array_map(
            static fn (string|self $value): string|array => $value instanceof self
                ? [$value->template, self::kept($value->parameters)]
                : $value,
            $parameters,
        );
    }

    /** @param Stored $row as stored() made it */
    public static function parse(array $row): self
    {
        return new self($row['line'], $row['column'], $row['template'], self::given($row['parameters']));
    }

    /**
     * @param array<string, mixed> $kept as kept() made them
     *
     * @return array<string, string|self>
     */
    private static function given(array $kept): array
    {
        $parameters = [];
        foreach ($kept as $name => $value) {
            if (\is_array($value)) {
                /** @var array{string, array<string, mixed>} $value */
                $parameters[$name] = new self(0, 0, $value[0], self::given($value[1]));
            } elseif (\is_string($value)) {
                $parameters[$name] = $value;
            }
        }

        return $parameters;
    }
}
