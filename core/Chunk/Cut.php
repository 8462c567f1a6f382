<?php

declare(strict_types=1);

namespace CoinStair\Core\Chunk;

use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Refusal;

/**
 * A teacher's cut of a piece and what can be done with it (handbook 5): making, moving, splitting and joining chunks. Each answers with a
 * new cut.
 */
final readonly class Cut
{
    /**
     * @param array<int, Chunk> $chunks  by number; those that were made here have numbers below zero
     * @param int|null          $touched the chunk that the last change left for more
     */
    private function __construct(public Piece $piece, public array $chunks, public ?int $touched = null)
    {
    }

    /** @param array<int, Chunk> $chunks by number */
    public static function of(Piece $piece, array $chunks): self
    {
        return new self($piece, $chunks);
    }

    /** A chunk more; none is made where one with these edges stands. */
    public function with(Chunk $chunk): self
    {
        foreach ($this->chunks as $number => $other) {
            if ($other->from->equals($chunk->from) && $other->to->equals($chunk->to)) {
                return new self($this->piece, $this->chunks, $number);
            }
        }
        $new = $this->free();

        return new self($this->piece, $this->chunks + [$new => $chunk], $new);
    }

    /**
     * Moves the start of a chunk, and with it every edge that stands at the same place but those of the whole.
     *
     * @throws Refusal if a chunk would be left empty
     */
    public function moveStart(int $number, Place $to): self
    {
        return $this->moveBorder($number, $this->chunks[$number]->from, $to);
    }

    /**
     * Moves the end of a chunk, and with it every edge that stands at the same place but those of the whole.
     *
     * @throws Refusal if a chunk would be left empty
     */
    public function moveEnd(int $number, Place $to): self
    {
        return $this->moveBorder($number, $this->chunks[$number]->to, $to);
    }

    /**
     * One chunk becomes two; the first keeps its number, and lands.
     *
     * @param Place|null $at the bar line nearest to its middle if none is given
     *
     * @throws Refusal if the place does not lie inside it
     */
    public function split(int $number, ?Place $at = null): self
    {
        $chunk = $this->chunks[$number];
        $at ??= $this->middle($chunk);
        if (null === $at || !$chunk->from->isBefore($at) || !$at->isBefore($chunk->to)) {
            throw Refusal::because('A chunk is split inside, and each part holds at least one beat.');
        }
        $chunks = $this->chunks;
        $chunks[$number] = Chunk::of($this->piece, $this->kind($chunk->from, $at), $chunk->from, $at);
        $chunks[$this->free()] = Chunk::of($this->piece, $this->kind($at, $chunk->to), $at, $chunk->to, $chunk->lands);

        return new self($this->piece, $chunks, $number);
    }

    /**
     * Joins a chunk with the shortest of those that begin where it ends.
     *
     * @throws Refusal if there is none
     */
    public function joinNext(int $number): self
    {
        $chunk = $this->chunks[$number];
        $next = null;
        foreach ($this->chunks as $other => $candidate) {
            if ($candidate->from->equals($chunk->to) && (null === $next || $candidate->to->isBefore($this->chunks[$next]->to))) {
                $next = $other;
            }
        }
        if (null === $next) {
            throw Refusal::because('No chunk begins where this one ends.');
        }
        $chunks = $this->chunks;
        $to = $chunks[$next]->to;
        $chunks[$number] = Chunk::of($this->piece, $this->kind($chunk->from, $to), $chunk->from, $to, $chunks[$next]->lands);
        unset($chunks[$next]);

        return new self($this->piece, $chunks, $number);
    }

    public function without(int $number): self
    {
        $chunks = $this->chunks;
        unset($chunks[$number]);

        return new self($this->piece, $chunks);
    }

    /** The chunk runs on into the next note, or no longer does. */
    public function turnLanding(int $number): self
    {
        $chunk = $this->chunks[$number];

        return new self(
            $this->piece,
            [$number => Chunk::of($this->piece, $chunk->kind, $chunk->from, $chunk->to, !$chunk->lands)] + $this->chunks,
            $number,
        );
    }

    /**
     * The tree of a piece under this cut: what is proposed, with the cut's own chunks in it.
     *
     * @param int                  $level   year of playing, 1 to 4
     * @param array<string, float> $weights of notes by how new they are, by event id
     */
    public function tree(Likeness $likeness, int $level, array $weights = []): ChunkTree
    {
        $proposal = ChunkTree::of($this->piece, $likeness, $level, $weights);

        return [] === $this->chunks ? $proposal : ChunkTree::over($this->piece, $likeness, $this->phrases($proposal));
    }

    /**
     * The phrases that this cut makes, over the whole piece: its own chunks one after the other, and between them what is proposed.
     *
     * @return non-empty-list<Chunk>
     */
    public function phrases(ChunkTree $proposal): array
    {
        $leaves = array_filter(
            $this->chunks,
            static fn (Chunk $chunk): bool => !\in_array($chunk->kind, [ChunkKind::Spot, ChunkKind::Join, ChunkKind::Whole], true),
        );
        usort($leaves, static fn (Chunk $one, Chunk $other): int => $one->from->compare($other->from) ?: $one->to->compare($other->to));
        $proposed = array_map(static fn (ChunkNode $phrase): Chunk => $phrase->chunk, $proposal->phrases());
        $phrases = [];
        $at = $this->piece->start();
        foreach ($leaves as $leaf) {
            if (!$leaf->from->isBefore($at)) {
                array_push($phrases, ...$this->filled($proposed, $at, $leaf->from));
                $phrases[] = $leaf;
                $at = $leaf->to;
            }
        }
        $phrases = [...$phrases, ...$this->filled($proposed, $at, $this->piece->end())];

        return [] === $phrases ? $proposed : $phrases;
    }

    /**
     * What is proposed between two places, cut off at both.
     *
     * @param list<Chunk> $proposed
     *
     * @return list<Chunk>
     */
    private function filled(array $proposed, Place $from, Place $to): array
    {
        $filled = [];
        foreach ($proposed as $phrase) {
            $start = $phrase->from->isBefore($from) ? $from : $phrase->from;
            $end = $to->isBefore($phrase->to) ? $to : $phrase->to;
            if ($start->isBefore($end)) {
                $filled[] = Chunk::of($this->piece, ChunkKind::Phrase, $start, $end, $phrase->lands);
            }
        }

        return $filled;
    }

    private function moveBorder(int $number, Place $border, Place $to): self
    {
        $chunks = [];
        foreach ($this->chunks as $key => $chunk) {
            $from = $chunk->from->equals($border) ? $to : $chunk->from;
            $end = $chunk->to->equals($border) ? $to : $chunk->to;
            // The whole stays the whole, whatever is pulled at its ends.
            if (($from === $chunk->from && $end === $chunk->to) || (ChunkKind::Whole === $chunk->kind && $key !== $number)) {
                $chunks[$key] = $chunk;
                continue;
            }
            $least = min($this->piece->beatTicks, $this->piece->ticksBetween($chunk->from, $chunk->to));
            if (
                !$from->isBefore($end)
                || $this->piece->ticksBetween($from, $end) < $least
            ) {
                throw Refusal::because('A chunk holds at least one beat.');
            }
            $chunks[$key] = Chunk::of(
                $this->piece,
                ChunkKind::Spot === $chunk->kind ? $chunk->kind : $this->kind($from, $end),
                $from,
                $end,
                $chunk->lands,
            );
        }

        return new self($this->piece, $chunks, $number);
    }

    private function kind(Place $from, Place $to): ChunkKind
    {
        if ($from->equals($this->piece->start()) && $to->equals($this->piece->end())) {
            return ChunkKind::Whole;
        }

        return ChunkKind::ofSize(
            max(1, (int) round($this->piece->ticksBetween($from, $to) / $this->piece->measures[$from->position]->meter->ticks())),
        );
    }

    /** The bar line, or in one measure the beat, nearest to the middle. */
    private function middle(Chunk $chunk): ?Place
    {
        $half = $this->piece->ticksBetween($chunk->from, $chunk->to) / 2;
        $best = null;
        $places = [];
        for ($position = $chunk->from->position + 1; $position <= $chunk->lastPosition(); ++$position) {
            $places[] = Place::of($position);
        }
        if ([] === $places) {
            for ($ticks = $this->piece->beatTicks; $ticks < 2 * $half; $ticks += $this->piece->beatTicks) {
                $places[] = $this->piece->move($chunk->from, $ticks);
            }
        }
        foreach ($places as $place) {
            if (
                $chunk->from->isBefore($place)
                && $place->isBefore($chunk->to)
                && (null === $best
                    || abs($this->piece->ticksBetween($chunk->from, $place) - $half) <
                        abs($this->piece->ticksBetween($chunk->from, $best) - $half))
            ) {
                $best = $place;
            }
        }

        return $best;
    }

    private function free(): int
    {
        return min([0, ...array_keys($this->chunks)]) - 1;
    }
}
