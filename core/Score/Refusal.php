<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * What a person asked for and cannot have, with the reason to be read by that person. Whoever catches it shows its notice; a bug is never
 * one of these.
 */
final class Refusal extends \DomainException
{
    private function __construct(public readonly Notice $notice)
    {
        parent::__construct($notice->text());
    }

    /**
     * @param string                       $template   US English with {names} in braces
     * @param array<string, string|Notice> $parameters by name; what is translated by itself is a notice
     */
    public static function because(string $template, array $parameters = []): self
    {
        return new self(new Notice(0, 0, $template, $parameters));
    }

    /** What a reader found, with its line and column. */
    public static function told(Notice $notice): self
    {
        return new self($notice);
    }
}
