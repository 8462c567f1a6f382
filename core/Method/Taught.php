<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Form\Sameness;

/**
 * What was taught so far, and in which order: the memory that all methods share. Nothing same is taught twice: a chunk whose notes were
 * taught at another place is found again instead (handbook 5).
 */
final class Taught
{
    /** Measures of a phrase up to which runs inside it count as taught with it. */
    private const INSIDE = 8;

    public readonly Sameness $sameness;
    /** @var list<TaughtChunk> */
    private array $order = [];
    /** @var array<string, Chunk> what was taught, by its notes */
    private array $taught = [];
    /** @var array<int, list<Chunk>> what was taught, by the measures that it touches */
    private array $touching = [];

    public function __construct(public readonly ChunkTree $tree)
    {
        $this->sameness = Sameness::of($tree->piece);
    }

    /** @return list<TaughtChunk> */
    public function order(): array
    {
        return $this->order;
    }

    /** A run of a chunk: nothing is learned by it. */
    public function run(Chunk $chunk): void
    {
        $this->order[] = new TaughtChunk(StepPurpose::Run, $chunk);
    }

    /** A chunk that is found where the same notes were run before. */
    public function find(Chunk $chunk, Chunk $like): void
    {
        $this->order[] = new TaughtChunk(StepPurpose::Find, $chunk, $like);
    }

    /** A chunk that is found, as a whole or piece by piece, where its notes were taught before. */
    public function findAs(Chunk $chunk, Chunk $like): void
    {
        if (!$this->isHeld($chunk) && !$this->found($chunk)) {
            $this->find($chunk, $like);
            $this->hold($chunk);
        }
    }

    /** These notes were taught with a chunk. */
    public function know(string $key, Chunk $chunk): void
    {
        $this->taught[$key] ??= $chunk;
    }

    public function knows(string $key): bool
    {
        return isset($this->taught[$key]);
    }

    /** @param non-empty-list<ChunkNode> $nodes */
    public function spanning(array $nodes): Chunk
    {
        $from = $nodes[0]->chunk;
        $to = $nodes[\count($nodes) - 1]->chunk;
        if (1 === \count($nodes)) {
            return $from;
        }
        if ($from->from->equals($this->tree->piece->start()) && $to->to->equals($this->tree->piece->end())) {
            return $this->tree->whole;
        }
        foreach ($this->tree->sections as $section) {
            if ($section->chunk->from->equals($from->from) && $section->chunk->to->equals($to->to)) {
                return $section->chunk;
            }
        }

        return $from->join($to);
    }

    public function learn(Chunk $chunk): void
    {
        if ($this->isHeld($chunk) || $this->found($chunk)) {
            return;
        }
        $this->order[] = new TaughtChunk(StepPurpose::Learn, $chunk);
        $this->remember($chunk);
    }

    public function join(Chunk $chunk): void
    {
        if ($this->isHeld($chunk) || $this->found($chunk)) {
            return;
        }
        $this->order[] = new TaughtChunk(StepPurpose::Join, $chunk);
        $this->remember($chunk, false);
    }

    /** Teaches nothing if the same notes were taught at another place: they are found there. */
    public function findAgain(Chunk $chunk): bool
    {
        return !$this->isHeld($chunk) && $this->found($chunk);
    }

    private function found(Chunk $chunk): bool
    {
        $like = $this->taughtAs($chunk);
        if (null === $like) {
            return false;
        }
        $this->order[] = new TaughtChunk(StepPurpose::Find, $chunk, $like);
        $this->hold($chunk);

        return true;
    }

    /** It was taught, or something that holds it: nothing is learned after that. */
    public function isHeld(Chunk $chunk): bool
    {
        foreach ($this->touching[$chunk->from->position] ?? [] as $other) {
            if ($other->contains($chunk)) {
                return true;
            }
        }

        return false;
    }

    /** Something inside a chunk was learned, not only found. */
    public function hasLearnedIn(Chunk $chunk): bool
    {
        foreach ($this->order as $taught) {
            if (StepPurpose::Learn === $taught->as && $chunk->contains($taught->chunk)) {
                return true;
            }
        }

        return false;
    }

    /** The chunk at another place with which these notes were taught, the upbeat left aside; none if they are new. */
    public function taughtAs(Chunk $chunk): ?Chunk
    {
        foreach ([$this->key($chunk), $this->sameness->body($chunk->from, $chunk->to)] as $key) {
            $like = '' === $key ? null : $this->taught[$key] ?? null;
            if (null !== $like && !($like->from->isBefore($chunk->to) && $chunk->from->isBefore($like->to))) {
                return $like;
            }
        }

        return null;
    }

    /** @param bool $inside measures and runs of measures inside it are taught with it */
    public function remember(Chunk $chunk, bool $inside = true): void
    {
        $this->hold($chunk);
        foreach ([$this->key($chunk), $this->sameness->body($chunk->from, $chunk->to)] as $key) {
            if ('' !== $key) {
                $this->taught[$key] ??= $chunk;
            }
        }
        $first = 0 === $chunk->from->offset ? $chunk->from->position : $chunk->from->position + 1;
        if ($inside && $chunk->to->position - $first <= self::INSIDE) {
            foreach ($this->sameness->keysInside($first, $chunk->to->position) as $key) {
                $this->taught[$key] ??= $chunk;
            }
        }
    }

    public function key(Chunk $chunk): string
    {
        return $this->sameness->key($chunk->from, $chunk->to);
    }

    /** A spot alone; a crossing rung by rung. */
    public function drill(Chunk $chunk, Spot $spot): void
    {
        foreach ($spot->unfolds() ? Rung::cases() : [null] as $rung) {
            $this->order[] = new TaughtChunk(StepPurpose::Learn, $chunk, rung: $rung, spot: $spot);
        }
        $this->remember($chunk);
    }

    private function hold(Chunk $chunk): void
    {
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            $this->touching[$position][] = $chunk;
        }
    }
}
