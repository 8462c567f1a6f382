<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

/** Facts while they are gathered, in whatever order they come. */
final class FactsDraft
{
    /** @var array<string, array<array-key, list<int>>> ranks of places by block and by the fact's values with bars between */
    private array $facts = [];

    public function add(Block $block, string $fact, int $rank): void
    {
        $this->facts[$block->value][$fact][] = $rank;
    }

    /** @return array<string, array<array-key, list<int>>> the same, the ranks of each rising and each once */
    public function inOrder(): array
    {
        return array_map(static fn (array $facts): array => array_map(Ranks::rising(...), $facts), $this->facts);
    }
}
