<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Difficulty\MoveFamily;
use CoinStair\Core\Difficulty\MoveRow;

/** What a building block asks facts for: what is written for each of its parameters. Equal ones of many rules are looked for once. */
final readonly class Asked
{
    /** All of it as one word. */
    public string $key;

    /** @param list<string> $typed one for each parameter of the block */
    public function __construct(public Block $block, public array $typed)
    {
        $this->key = $block->value.'|'.implode('|', $typed);
    }

    /** What somebody plays so can have what it asks for: there is none of the bow where it is plucked, and so on. */
    public function canBeIn(Playing $playing): bool
    {
        return match (true) {
            Block::Mode === $this->block => $playing->isIn($this->typed[0]),
            Block::Move === $this->block => $playing->has($this->block) && (!$playing->isPlucked() || $this->isOfTheLeftHand()),
            default => $playing->has($this->block),
        };
    }

    /** What a move asks is asked of the left hand. */
    private function isOfTheLeftHand(): bool
    {
        $row = MoveRow::tryFrom($this->typed[0]);

        return null !== $row && MoveFamily::Left === $row->family();
    }
}
