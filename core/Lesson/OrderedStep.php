<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;

/** A place in the order of a sequence: what a method or a teacher put there, and what was set of it by hand. */
final readonly class OrderedStep implements \JsonSerializable
{
    /** @param string $id by which the log knows it */
    private function __construct(
        public string $id,
        public StepPurpose $purpose,
        public ?TaughtChunk $taught,
        public ByHand $hand,
    ) {
    }

    public static function of(TaughtChunk $taught, string $id = '', ?ByHand $hand = null): self
    {
        return new self($id, $taught->as, $taught, $hand ?? new ByHand());
    }

    /** In which nothing is played: a hold check, a break, free words. */
    public static function unplayed(StepPurpose $purpose, string $id = '', ?ByHand $hand = null): self
    {
        return new self($id, $purpose, null, $hand ?? new ByHand());
    }

    public function chunk(): ?Chunk
    {
        return $this->taught?->chunk;
    }

    /** @return list<mixed> what tells two apart */
    public function jsonSerialize(): array
    {
        $chunk = $this->chunk();

        return [
            $this->id,
            $this->purpose,
            $chunk?->edges(),
            $chunk?->kind,
            $chunk?->lands,
            $this->taught?->like?->edges(),
            $this->taught?->rung,
            $this->hand->stored(),
            $this->hand->prompt,
            $this->hand->figure,
        ];
    }
}
