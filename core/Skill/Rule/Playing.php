<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Mode;

/** What of a piece is played, and how: as written, or as a step has it (plucked, with the click, the bow alone on open strings). */
final readonly class Playing
{
    /** One word for what of the piece is played, and how. */
    public string $key;

    /**
     * @param int        $from  rank of a place
     * @param int        $to    rank of a place, exclusive
     * @param list<Mode> $modes of the step
     */
    private function __construct(public int $from, public int $to, private array $modes, private bool $onOpenStrings)
    {
        $names = array_map(static fn (Mode $mode): string => $mode->value, $modes);
        sort($names);
        $this->key = implode(' ', [$from, $to, (int) $onOpenStrings, ...$names]);
    }

    /** All of the piece, as it is written. */
    public static function written(): self
    {
        return new self(0, \PHP_INT_MAX, [], false);
    }

    /**
     * @param list<Mode> $modes         in which it was played
     * @param bool       $onOpenStrings a rung of a crossing's ladder: the bow alone
     */
    public static function of(Chunk $chunk, array $modes = [], bool $onOpenStrings = false): self
    {
        return new self($chunk->from->rank(), $chunk->to->rank(), $modes, $onOpenStrings);
    }

    /** All of the piece, in the same way. */
    public function ofAll(): self
    {
        return new self(0, \PHP_INT_MAX, $this->modes, $this->onOpenStrings);
    }

    public function isIn(string $mode): bool
    {
        return [] !== array_filter($this->modes, static fn (Mode $one): bool => $one->value === $mode);
    }

    /** It was played with the fingers of the right hand and never with the bow. */
    public function isPlucked(): bool
    {
        return \in_array(Mode::Pluck, $this->modes, true)
            && [] === array_filter($this->modes, static fn (Mode $mode): bool => $mode->isBowed());
    }

    /** There can be facts of a kind where it is played so. */
    public function has(Block $block): bool
    {
        return !($block->isOfTheBow() && $this->isPlucked()) && !($block->isOfTheLeftHand() && $this->onOpenStrings);
    }
}
