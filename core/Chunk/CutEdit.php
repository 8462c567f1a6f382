<?php

declare(strict_types=1);

namespace CoinStair\Core\Chunk;

use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Refusal;

/**
 * A cut on which a teacher works: their own chunks, and what is proposed between them, which becomes their own by being changed
 * (handbook 5).
 */
final readonly class CutEdit
{
    /**
     * @param array<int, Chunk>  $chunks
     * @param array<int, true>   $own
     * @param list<Chunk>        $proposed
     * @param array<int, Chunk>  $before   by id; proposals below zero, or with the id of the chunk that a sequence made of them
     * @param array<string, int> $byEdges  ids by edges
     */
    private function __construct(
        private Piece $piece,
        private array $chunks,
        private array $own,
        private array $proposed,
        private array $before,
        private array $byEdges,
    ) {
    }

    /**
     * @param array<int, Chunk> $chunks   that can be taught, by id: the teacher's, and those that sequences made
     * @param list<int>         $own      ids of the teacher's
     * @param list<Chunk>       $proposed where nobody changed anything
     * @param bool              $all      what sequences made changes along, without becoming part of the cut
     */
    public static function of(Piece $piece, array $chunks, array $own, array $proposed, bool $all = false): self
    {
        $own = array_fill_keys($own, true);
        $byEdges = array_flip(array_map(static fn (Chunk $chunk): string => $chunk->edges(), $chunks));
        // Proposals take part as well; those that a sequence uses already are its chunks.
        $before = $all ? $chunks : array_intersect_key($chunks, $own);
        $next = 0;
        foreach ($proposed as $chunk) {
            $before[$byEdges[$chunk->edges()] ?? --$next] = $chunk;
        }

        return new self($piece, $chunks, $own, $proposed, $before, $byEdges);
    }

    /**
     * @param string                        $edges  of the chunk that is meant, as the chunk tells them; empty for none
     * @param \Closure(Cut, int, bool): Cut $change from the cut, the number of that chunk, and whether it is the teacher's own
     *
     * @throws Refusal if the chunk is not there, or the change is not possible
     */
    public function change(string $edges, \Closure $change): ChangedCut
    {
        $number = '' === $edges ? 0 : $this->number($edges);
        $after = $change(Cut::of($this->piece, $this->before), $number, isset($this->own[$number]));
        $chunks = $own = [];
        foreach ($after->chunks as $number => $chunk) {
            $was = $this->before[$number] ?? null;
            if ($was === $chunk && ($number !== $after->touched || isset($this->own[$number]))) {
                continue;
            }
            $id = isset($this->chunks[$number]) ? $number : ($this->byEdges[$chunk->edges()] ?? $number);
            $chunks[$id] = $chunk;
            // Joins and wholes that a sequence made move along without becoming part of the cut.
            if (isset($this->own[$id]) || $number < 0 || \in_array($was, $this->proposed, true) || $number === $after->touched) {
                $own[] = $id;
            }
        }
        $gone = array_intersect_key(array_diff_key($this->before, $after->chunks), $this->own);

        return new ChangedCut($chunks, $own, array_keys($gone), null === $after->touched ? '' : $after->chunks[$after->touched]->edges());
    }

    /** @throws Refusal */
    private function number(string $edges): int
    {
        $number = array_search($edges, array_map(static fn (Chunk $chunk): string => $chunk->edges(), $this->before), true);

        return false === $number
            ? throw Refusal::because('This chunk is no longer there. The cut is shown as it is now.')
            : $number;
    }
}
