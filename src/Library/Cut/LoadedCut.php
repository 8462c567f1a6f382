<?php

declare(strict_types=1);

namespace App\Library\Cut;

use App\Shared\Entity\Chunk as StoredChunk;
use App\Shared\Entity\Piece;
use App\Shared\Repository\PieceChunks;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\FixedCut;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Copies;
use CoinStair\Core\Score\Override as Setting;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\PieceForClass;

/** A piece and its cut for somebody: all that its page and its changes begin with, read once. */
final readonly class LoadedCut
{
    use Copies;

    /**
     * @param CutQuery                     $query     with the instruments that count
     * @param array<string, list<Setting>> $overrides that count, by instrument
     * @param list<int>                    $frozen    chunks on which the class's sequence was built, by id
     */
    public function __construct(
        public Piece $piece,
        public CutQuery $query,
        public PieceForClass $for,
        public PieceChunks $chunks,
        public FixedCut $fixed,
        public array $overrides,
        public array $frozen,
    ) {
    }

    public function with(Method $method): self
    {
        return $this->copy(query: $this->query->with($method));
    }

    public function plan(): CutPlan
    {
        return CutPlan::of($this->for, $this->query->method, $this->fixed, $this->query->instruments);
    }

    /** @return array<int, Chunk> that can be taught, by id */
    public function music(): array
    {
        return array_map(static fn (StoredChunk $chunk): Chunk => $chunk->chunk(), $this->chunks->taught());
    }
}
