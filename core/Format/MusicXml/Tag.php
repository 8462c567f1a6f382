<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

/** The tag at which the walk over a file stands. */
final readonly class Tag
{
    public function __construct(private \XMLReader $xml)
    {
    }

    public function attribute(string $name): ?string
    {
        return $this->xml->getAttribute($name);
    }

    public function is(string $attribute, string $value): bool
    {
        return $value === $this->xml->getAttribute($attribute);
    }

    public function isEmpty(): bool
    {
        return $this->xml->isEmptyElement;
    }

    /** Looked up only where it is told: it takes a walk of its own. */
    public function line(): int
    {
        $node = @$this->xml->expand();

        return false === $node ? 0 : $node->getLineNo();
    }
}
