<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Score\Notice;

/** Nothing of a file can be read; its notice says where and what was expected. */
final class UnreadableFile extends \RuntimeException
{
    private function __construct(public readonly Notice $notice)
    {
        parent::__construct(($notice->line > 0 ? \sprintf('Line %d, column %d: ', $notice->line, $notice->column) : '').$notice->text());
    }

    /** @param array<string, string|Notice> $parameters */
    public static function at(int $line, int $column, string $template, array $parameters = []): self
    {
        return new self(new Notice($line, $column, $template, $parameters));
    }

    public static function told(Notice $notice): self
    {
        return new self($notice);
    }

    /** @param array<string, string|Notice> $parameters */
    public static function because(string $template, array $parameters = []): self
    {
        return self::at(0, 0, $template, $parameters);
    }
}
