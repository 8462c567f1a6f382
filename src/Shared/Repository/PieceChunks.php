<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\Chunk;
use CoinStair\Core\Chunk\Chunk as CoreChunk;
use CoinStair\Core\Chunk\FixedCut;

/** The chunks of one piece as they are stored, in the order of the music, longer before shorter. */
final class PieceChunks implements \JsonSerializable
{
    /** @var array<int, Chunk>|null those that can be taught, by id */
    private ?array $taught = null;

    /** @param list<Chunk> $all removed ones too, since logs speak of them */
    public function __construct(public readonly array $all)
    {
    }

    /**
     * As they are after a change, some of them new.
     *
     * @param list<Chunk> $made
     */
    public function after(array $made): self
    {
        $all = [...$this->all, ...$made];
        $order = static fn (Chunk $chunk): array => [
            $chunk->chunk()->from->rank(),
            $chunk->chunk()->to->rank(),
            $chunk->getId(),
        ];
        usort($all, static fn (Chunk $one, Chunk $other): int => $order($one) <=> $order($other));

        return new self($all);
    }

    /** @return array<int, Chunk> those that can be taught, by id: the cut, and what sequences made of it */
    public function taught(): array
    {
        if (null === $this->taught) {
            $this->taught = [];
            foreach ($this->all as $chunk) {
                if (!$chunk->isRemoved() && $chunk->fits()) {
                    $this->taught[(int) $chunk->getId()] = $chunk;
                }
            }
        }

        return $this->taught;
    }

    /** @return list<Chunk> those that lie outside the measures of the piece, as an earlier release could leave them */
    public function misfits(): array
    {
        return array_values(array_filter($this->all, static fn (Chunk $chunk): bool => !$chunk->isRemoved() && !$chunk->fits()));
    }

    /** @return array<int, CoreChunk> their music by id, also of those that were removed */
    public function music(): array
    {
        $music = [];
        foreach ($this->all as $chunk) {
            $music[(int) $chunk->getId()] = $chunk->chunk();
        }

        return $music;
    }

    /** @return array<int, string> what tells one state of them from any other */
    public function jsonSerialize(): array
    {
        $states = [];
        foreach ($this->all as $chunk) {
            $states[(int) $chunk->getId()] = $chunk->edges();
        }

        return $states;
    }

    /** @param list<int> $frozen ids of the chunks on which a sequence was built */
    public function fixed(array $frozen = []): FixedCut
    {
        $own = $of = [];
        foreach ($this->taught() as $id => $chunk) {
            if ($chunk->isOwn()) {
                $own[$id] = $chunk->chunk();
            } elseif (\in_array($id, $frozen, true)) {
                $of[$id] = $chunk->chunk();
            }
        }

        return FixedCut::of($own, $of);
    }
}
