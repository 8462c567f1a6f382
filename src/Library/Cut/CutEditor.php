<?php

declare(strict_types=1);

namespace App\Library\Cut;

use App\Shared\Entity\Chunk as StoredChunk;
use App\Shared\Entity\CutChange;
use App\Shared\Entity\Piece;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\CutChangeRepository;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Sequence\CutPlan;
use Doctrine\ORM\EntityManagerInterface;

/**
 * Changes a piece's cut and keeps each change, so that it can be undone. A proposed chunk becomes the teacher's own by being changed.
 *
 * @phpstan-import-type State from CutChange
 */
final readonly class CutEditor
{
    public function __construct(
        private EntityManagerInterface $entities,
        private ChunkRepository $chunks,
        private CutChangeRepository $changes,
    ) {
    }

    /**
     * @param \Closure(Cut, int): Cut $change from the cut and the number of the chunk that is meant
     * @param string                  $edges  of that chunk, as the chunk tells them; empty for none
     * @param bool                    $all    chunks that sequences made move along
     *
     * @return string edges of the chunk that was touched
     *
     * @throws Refusal if the change is not possible
     */
    public function change(Piece $piece, CutPlan $plan, string $edges, \Closure $change, bool $all = false): string
    {
        $stored = $chunks = $own = [];
        foreach ($this->chunks->of($piece) as $one) {
            $stored[(int) $one->getId()] = $one;
            $chunks[(int) $one->getId()] = $one->chunk();
            if ($one->isOwn()) {
                $own[(int) $one->getId()] = true;
            }
        }
        $byEdges = array_flip(array_map(static fn (Chunk $chunk): string => $chunk->edges(), $chunks));
        // Proposals take part as well; those that a sequence uses already are its chunks.
        $before = $all ? $chunks : array_intersect_key($chunks, $own);
        $proposed = $plan->proposed();
        $next = 0;
        foreach ($proposed as $chunk) {
            $before[$byEdges[$chunk->edges()] ?? --$next] = $chunk;
        }
        $number = '' === $edges ? 0 : array_search($edges, array_map(static fn (Chunk $chunk): string => $chunk->edges(), $before), true);
        if (false === $number) {
            throw Refusal::because('This chunk is no longer there. The cut is shown as it is now.');
        }
        $after = $change(Cut::of($piece->score(), $before), $number);
        $this->entities->wrapInTransaction(fn () => $this->save($piece, $proposed, $stored, $own, $before, $after, $byEdges));

        return null === $after->touched ? '' : $after->chunks[$after->touched]->edges();
    }

    /**
     * Makes a chunk.
     *
     * @throws Refusal
     */
    public function make(Piece $piece, CutPlan $plan, Place $from, Place $to, ?ChunkKind $kind = null): string
    {
        $score = $piece->score();
        if (\count($this->chunks->of($piece)) >= ChunkRepository::LIMIT) {
            throw Refusal::because('This piece holds as many chunks as there can be.');
        }
        $measures = $to->position - $from->position + ($to->offset > 0 ? 1 : 0);
        $whole = $from->equals($score->start()) && $to->equals($score->end());
        $chunk = Chunk::of(
            $score,
            $kind ?? ($whole ? ChunkKind::Whole : ChunkKind::ofSize($measures)),
            $from,
            $to,
            !$to->equals($score->end()),
        );

        return $this->change($piece, $plan, '', static fn (Cut $cut): Cut => $cut->with($chunk));
    }

    /**
     * Takes back the last change that is not taken back, or does again what was taken back last.
     *
     * @param bool $again do it again
     * @param int  $seen  id of the change that somebody saw as the one to be taken back; 0 if none was named
     *
     * @throws Refusal if somebody else changed the cut since
     */
    public function turn(Piece $piece, bool $again, int $seen): void
    {
        $change = $this->changes->next($piece, $again);
        if ($seen > 0 && $change?->getId() !== $seen) {
            throw Refusal::because(
                'The cut was changed in another window or by somebody else. It is shown as it is now; nothing was taken back.',
            );
        }
        if (null !== $change) {
            $this->restore($change, $again ? 1 : 0);
            $change->setUndone(!$again);
            $this->entities->flush();
        }
    }

    /**
     * @param list<Chunk>             $proposed
     * @param array<int, StoredChunk> $stored   by id
     * @param array<int, true>        $own      ids of the cut
     * @param array<int, Chunk>       $before   by id; proposals below zero, or with the id of the chunk that a sequence made of them
     * @param array<string, int>      $byEdges  ids by edges
     */
    private function save(Piece $piece, array $proposed, array $stored, array $own, array $before, Cut $after, array $byEdges): void
    {
        /** @var list<array{StoredChunk, State}> $changed each with its state before */
        $changed = [];
        foreach ($after->chunks as $number => $chunk) {
            $was = $before[$number] ?? null;
            if ($was === $chunk && ($number !== $after->touched || isset($own[$number]))) {
                continue;
            }
            $one = $stored[$number] ?? ($stored[$byEdges[$chunk->edges()] ?? 0] ?? null);
            if (null === $one) {
                $one = new StoredChunk($piece, $chunk, false);
                $one->setRemoved(true);
                $this->entities->persist($one);
            }
            $changed[] = [$one, self::state($one)];
            $one->cut($chunk);
            $one->setRemoved(false);
            // Joins and wholes that a sequence made move along without becoming part of the cut.
            $one->setOwn($one->isOwn() || $number < 0 || \in_array($was, $proposed, true) || $number === $after->touched);
        }
        foreach (array_diff_key($before, $after->chunks) as $number => $chunk) {
            if (isset($stored[$number]) && isset($own[$number])) {
                $changed[] = [$stored[$number], self::state($stored[$number])];
                $stored[$number]->setRemoved(true);
            }
        }
        if ([] === $changed) {
            return;
        }
        // New rows need their ids before the change can name them; both lie in one transaction.
        $this->entities->flush();
        $this->changes->forget($piece);
        $states = [];
        foreach ($changed as [$one, $state]) {
            $states[(int) $one->getId()] = [$state, self::state($one)];
        }
        $this->entities->persist(new CutChange($piece, $states));
        $this->entities->flush();
    }

    /** @param int<0, 1> $which as it was before the change, or after it */
    private function restore(CutChange $change, int $which): void
    {
        $states = $change->getChunks();
        foreach ($this->chunks->byIds(array_keys($states)) as $one) {
            $state = $states[(int) $one->getId()][$which];
            $one->cutAsTold($state['edges']);
            $one->setOwn($state['own']);
            $one->setRemoved($state['removed']);
        }
    }

    /** @return State */
    private static function state(StoredChunk $one): array
    {
        return ['own' => $one->isOwn(), 'removed' => $one->isRemoved(), 'edges' => $one->edges()];
    }
}
