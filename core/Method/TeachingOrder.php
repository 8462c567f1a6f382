<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Difficulty\Spots;
use CoinStair\Core\Form\LikenessKind;
use CoinStair\Core\Form\Sameness;
use CoinStair\Core\Form\Seams;
use CoinStair\Core\Score\Place;

/**
 * The order in which a method teaches the chunks of a tree (handbook 5). It ends with the whole, and nothing same is taught twice: a chunk
 * whose
 * notes were taught at another place is found again instead.
 */
final class TeachingOrder
{
    /** Spots that are taught alone: at most one for so many phrases, and no more than so many. */
    private const PHRASES_PER_SPOT = 2;
    private const SPOTS = 6;
    /** Measures of a phrase up to which runs inside it count as taught with it. */
    private const INSIDE = 8;

    private readonly Sameness $sameness;
    private ?Seams $seams = null;
    /** @var list<TaughtChunk> */
    private array $order = [];
    /** @var array<string, Chunk> what was taught, by its notes */
    private array $taught = [];
    /** @var array<string, true> edges of chunks that were taught as they are */
    private array $edges = [];

    private function __construct(private readonly ChunkTree $tree)
    {
        $this->sameness = Sameness::of($tree->piece);
    }

    /**
     * @param list<Spot>  $spots worst first
     * @param list<Chunk> $own   the teacher's chunks
     *
     * @return non-empty-list<TaughtChunk>
     */
    public static function of(Method $method, ChunkTree $tree, array $spots = [], array $own = []): array
    {
        $self = new self($tree);
        match ($method) {
            Method::Forward => $self->forward(),
            Method::LastFirst => $self->lastFirst(),
            Method::Halves => $self->halves(),
            Method::FindIt => $self->findIt(),
            Method::SpotFirst => $self->spotFirst($spots),
            Method::Own => $self->own($own, $spots),
        };
        $self->order[] = new TaughtChunk(StepPurpose::Run, $tree->whole);

        return $self->order;
    }

    private function forward(): void
    {
        $this->bySections(function (ChunkNode $phrase): void {
            $this->learn($phrase->chunk);
        });
    }

    /** @param \Closure(ChunkNode): void $teach a phrase */
    private function bySections(\Closure $teach): void
    {
        $this->climb($this->tree->sections, function (ChunkNode $section) use ($teach): void {
            if (!$this->findAgain($section->chunk)) {
                \assert([] !== $section->children);
                $this->climb($section->children, $teach);
            }
        });
    }

    /**
     * Two by two: each of them, then both; up to all.
     *
     * @param non-empty-list<ChunkNode> $nodes
     * @param \Closure(ChunkNode): void $teach one of them
     */
    private function climb(array $nodes, \Closure $teach): void
    {
        if (1 === \count($nodes)) {
            $teach($nodes[0]);

            return;
        }
        $joined = $this->spanning($nodes);
        if ($this->findAgain($joined)) {
            return;
        }
        // The left side takes the largest power of two, so that pairs are joined before fours, and fours before eights.
        $half = 1 << (int) floor(log(\count($nodes) - 1, 2));
        $left = \array_slice($nodes, 0, $half);
        $right = \array_slice($nodes, $half);
        \assert([] !== $left && [] !== $right);
        $this->climb($left, $teach);
        $this->climb($right, $teach);
        $this->join($joined);
    }

    private function lastFirst(): void
    {
        $phrases = array_reverse($this->tree->phrases());
        foreach ($phrases as $index => $phrase) {
            $this->learn($phrase->chunk);
            if ($index > 0) {
                $this->join($this->spanning([$phrase, $phrases[0]]));
            }
        }
    }

    private function halves(): void
    {
        $this->order[] = new TaughtChunk(StepPurpose::Run, $this->tree->whole);
        $parts = [$this->tree->phrases()];
        $phrases = $run = [];
        // Down, level by level: what is more than a phrase is run once and halved.
        for ($at = 0; isset($parts[$at]); ++$at) {
            $half = intdiv(\count($parts[$at]) + 1, 2);
            foreach (
                1 === \count($parts[$at]) ? [$parts[$at]] : [\array_slice($parts[$at], 0, $half), \array_slice($parts[$at], $half)] as $part
            ) {
                \assert([] !== $part);
                if (1 === \count($part)) {
                    $phrases[] = $part[0];
                    continue;
                }
                $chunk = $this->spanning($part);
                $key = $this->key($chunk);
                if ('' !== $key && isset($run[$key])) {
                    $this->order[] = new TaughtChunk(StepPurpose::Find, $chunk, $run[$key]);
                    continue;
                }
                $run[$key] = $chunk;
                $this->order[] = new TaughtChunk(StepPurpose::Run, $chunk);
                $parts[] = $part;
            }
        }
        // And up again: the phrases in the order of the music, then what they make.
        usort($phrases, static fn (ChunkNode $one, ChunkNode $other): int => $one->chunk->from->compare($other->chunk->from));
        foreach ($phrases as $phrase) {
            $this->learn($phrase->chunk);
        }
        // Smaller parts come first, and each after what it is made of.
        usort(
            $parts,
            static fn (array $one, array $other): int => \count($one) <=> \count($other) ?:
            $one[0]->chunk->from->compare($other[0]->chunk->from),
        );
        foreach ($parts as $part) {
            if (\count($part) > 1) {
                $this->join($this->spanning($part));
            }
        }
    }

    private function findIt(): void
    {
        $this->bySections(function (ChunkNode $phrase): void {
            $this->piecewise($phrase);
        });
    }

    /** A phrase of which some measures were taught before: these are found, the others learned, then they are joined. */
    private function piecewise(ChunkNode $phrase): void
    {
        if ($this->findAgain($phrase->chunk)) {
            return;
        }
        $runs = [];
        foreach ($this->knownAndNew($phrase) as [$known, $chunk]) {
            $last = array_key_last($runs);
            $joined = null === $last ? $chunk : $runs[$last][1]->join($chunk, ChunkKind::Join);
            if (null !== $last && $runs[$last][0] === $known && (!$known || null !== $this->taughtAs($joined))) {
                $runs[$last][1] = $joined;
            } else {
                $runs[] = [$known, $chunk];
            }
        }
        if (1 === \count($runs)) {
            $this->learn($phrase->chunk);

            return;
        }
        foreach ($runs as [, $run]) {
            $this->learn($run);
        }
        $this->join($phrase->chunk);
    }

    /** @return list<array{bool, Chunk}> the measures of a phrase, those with another ending in two: whether each was taught before */
    private function knownAndNew(ChunkNode $phrase): array
    {
        $pieces = [];
        foreach ($phrase->leaves() as $measure) {
            $known = null !== $this->taughtAs($measure);
            $split = $known ? null : $this->whereItDiffers($measure);
            if (null === $split) {
                $pieces[] = [$known, $measure];
            } else {
                $pieces[] = [true, Chunk::of($this->tree->piece, $measure->kind, $measure->from, $split)];
                $pieces[] = [false, Chunk::of($this->tree->piece, $measure->kind, $split, $measure->to, $measure->lands)];
            }
        }

        return $pieces;
    }

    /** The beat from which a measure differs from one that was taught; none if it differs from the start. */
    private function whereItDiffers(Chunk $measure): ?Place
    {
        $piece = $this->tree->piece;
        $this->seams ??= Seams::of($piece);
        if (0 !== $measure->from->offset || !$measure->to->equals(Place::of($measure->from->position + 1))) {
            return null;
        }
        foreach ($this->tree->likeness->likes[$measure->from->position] as $like) {
            $earlier = Place::of($like->of);
            if (
                LikenessKind::OtherEnding !== $like->kind
                || null === ($this->taught[$this->sameness->key($earlier, Place::of($like->of + 1))] ?? null)
            ) {
                continue;
            }
            for ($offset = $piece->measures[$like->of]->length - $piece->beatTicks; $offset > 0; $offset -= $piece->beatTicks) {
                $split = Place::of($measure->from->position, $offset);
                $key = $this->sameness->key($measure->from, $split);
                if ($this->seams->isOpen($split) && '' !== $key && $key === $this->sameness->key($earlier, Place::of($like->of, $offset))) {
                    $this->taught[$key] ??= Chunk::of($piece, ChunkKind::Measure, $earlier, Place::of($like->of, $offset));

                    return $split;
                }
            }
        }

        return null;
    }

    /** @param list<Spot> $spots */
    private function spotFirst(array $spots): void
    {
        $limit = max(1, min(self::SPOTS, intdiv(\count($this->tree->phrases()), self::PHRASES_PER_SPOT)));
        $chosen = [];
        foreach ($spots as $spot) {
            $chunk = $spot->chunk($this->tree->piece);
            $covered =
                [] !==
                array_filter(
                    $chosen,
                    static fn (array $other): bool => $chunk->from->isBefore($other[0]->to) && $other[0]->from->isBefore($chunk->to),
                );
            if (null === $spot->move || $covered || null !== $this->taughtAs($chunk)) {
                continue;
            }
            $chosen[] = [$chunk, $spot];
            $this->remember($chunk);
            if (\count($chosen) >= $limit) {
                break;
            }
        }
        foreach ($chosen as [$chunk, $spot]) {
            $this->drill($chunk, $spot);
            // In its context: the measure, if that is more, then the phrase.
            $phrase = $this->tree->phraseAt($chunk->from);
            $around = null;
            foreach ($phrase->leaves() as $measure) {
                if ($measure->from->isBefore($chunk->to) && $chunk->from->isBefore($measure->to)) {
                    $around = $around?->join($measure, ChunkKind::Pair) ?? $measure;
                }
            }
            if (null !== $around && !$chunk->contains($around)) {
                $this->learn($around);
            }
            $this->learn($phrase->chunk);
        }
        $this->forward();
    }

    /** A spot alone; a crossing rung by rung. */
    private function drill(Chunk $chunk, Spot $spot): void
    {
        foreach ($spot->crosses() ? Rung::cases() : [null] as $rung) {
            $this->order[] = new TaughtChunk(StepPurpose::Learn, $chunk, rung: $rung, spot: $spot);
        }
        $this->remember($chunk);
    }

    /**
     * @param list<Chunk> $own
     * @param list<Spot>  $spots
     */
    private function own(array $own, array $spots): void
    {
        $ofSpots = [];
        foreach ($spots as $spot) {
            $ofSpots[$spot->chunk($this->tree->piece)->edges()] ??= $spot;
        }
        $done = [];
        usort($own, static fn (Chunk $one, Chunk $other): int => $one->to->compare($other->to) ?: $other->from->compare($one->from));
        foreach ($own as $chunk) {
            if (ChunkKind::Whole === $chunk->kind) {
                continue;
            }
            $spot = ChunkKind::Spot === $chunk->kind ? $ofSpots[$chunk->edges()] ?? null : null;
            $inside = array_filter($done, static fn (Chunk $other): bool => $chunk->contains($other));
            match (true) {
                null !== $spot && null === $this->taughtAs($chunk) => $this->drill($chunk, $spot),
                \count($inside) > 1 => $this->join($chunk),
                default => $this->learn($chunk),
            };
            $done[] = $chunk;
        }
    }

    /** @param non-empty-list<ChunkNode> $nodes */
    private function spanning(array $nodes): Chunk
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

    private function learn(Chunk $chunk): void
    {
        if (isset($this->edges[$chunk->edges()]) || $this->findAgain($chunk)) {
            return;
        }
        $this->order[] = new TaughtChunk(StepPurpose::Learn, $chunk);
        $this->remember($chunk);
    }

    private function join(Chunk $chunk): void
    {
        if (isset($this->edges[$chunk->edges()]) || $this->findAgain($chunk)) {
            return;
        }
        $this->order[] = new TaughtChunk(StepPurpose::Join, $chunk);
        $this->remember($chunk, false);
    }

    /** Teaches nothing if the same notes were taught at another place: they are found there. */
    private function findAgain(Chunk $chunk): bool
    {
        if (isset($this->edges[$chunk->edges()])) {
            return false;
        }
        $like = $this->taughtAs($chunk);
        if (null === $like) {
            return false;
        }
        $this->order[] = new TaughtChunk(StepPurpose::Find, $chunk, $like);
        $this->edges[$chunk->edges()] = true;

        return true;
    }

    /** The chunk at another place with which these notes were taught, the upbeat left aside; none if they are new. */
    private function taughtAs(Chunk $chunk): ?Chunk
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
    private function remember(Chunk $chunk, bool $inside = true): void
    {
        $this->edges[$chunk->edges()] = true;
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

    private function key(Chunk $chunk): string
    {
        return $this->sameness->key($chunk->from, $chunk->to);
    }
}
