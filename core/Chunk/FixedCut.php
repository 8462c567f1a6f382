<?php

declare(strict_types=1);

namespace CoinStair\Core\Chunk;

use CoinStair\Core\Score\Piece;

/**
 * What of the cut of a piece is fixed (handbook 5): the chunks that a teacher made, and those on which a sequence was built. Between them
 * stands what is proposed.
 */
final readonly class FixedCut implements \JsonSerializable
{
    /**
     * @param array<int, Chunk> $own
     * @param array<int, Chunk> $frozen
     */
    private function __construct(public array $own, public array $frozen)
    {
    }

    /**
     * @param array<int, Chunk> $own    the teacher's cut, by id
     * @param array<int, Chunk> $frozen the cut on which a sequence was built, by id: it stands where nothing else was made since
     */
    public static function of(array $own, array $frozen = []): self
    {
        return new self($own, $frozen);
    }

    /** Nobody changed what is proposed. */
    public static function nothing(): self
    {
        return new self([], []);
    }

    /** As it would be cut now, whatever was built on another cut before. */
    public function ofTeacher(): self
    {
        return new self($this->own, []);
    }

    public function in(Piece $piece): Cut
    {
        return Cut::of($piece, $this->own + $this->frozen);
    }

    /** @return array{own: array<int, mixed>, frozen: array<int, mixed>} all of it that anything follows from */
    public function jsonSerialize(): array
    {
        $told = static fn (Chunk $chunk): array => [$chunk->edges(), $chunk->kind->value, $chunk->lands];

        return ['own' => array_map($told, $this->own), 'frozen' => array_map($told, $this->frozen)];
    }
}
