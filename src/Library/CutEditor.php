<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\CutChange;
use App\Shared\Entity\Piece;
use App\Shared\Record\ChunkList;
use CoinStair\Core\Chunk\Chunk as Span;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Refusal;
use Doctrine\ORM\EntityManagerInterface;

/**
 * Changes a piece's cut and keeps each change, so that it can be undone. A proposed chunk becomes the teacher's own by being changed.
 *
 * @phpstan-import-type State from CutChange
 */
final readonly class CutEditor
{
    public function __construct(private EntityManagerInterface $entities, private ChunkList $chunks)
    {
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
    public function change(CutPlan $plan, string $edges, \Closure $change, bool $all = false): string
    {
        $rows = $spans = $own = [];
        foreach ($this->chunks->of($plan->piece) as $row) {
            $rows[(int) $row->getId()] = $row;
            $spans[(int) $row->getId()] = $row->span();
            if ($row->isOwn()) {
                $own[(int) $row->getId()] = true;
            }
        }
        $byEdges = array_flip(array_map(static fn (Span $span): string => $span->edges(), $spans));
        // Proposals take part as well; those that a sequence uses already are its chunks.
        $before = $all ? $spans : array_intersect_key($spans, $own);
        $next = 0;
        foreach ($plan->proposed as $proposed) {
            $before[$byEdges[$proposed->edges()] ?? --$next] = $proposed;
        }
        $number = '' === $edges ? 0 : array_search($edges, array_map(static fn (Span $span): string => $span->edges(), $before), true);
        if (false === $number) {
            throw Refusal::because('This chunk is no longer there. The cut is shown as it is now.');
        }
        $after = $change(Cut::of($plan->piece->score(), $before), $number);
        $this->save($plan, $rows, $own, $before, $after, $byEdges);

        return null === $after->touched ? '' : $after->chunks[$after->touched]->edges();
    }

    /** Makes a chunk. */
    public function make(CutPlan $plan, Place $from, Place $to, ?ChunkKind $kind = null): string
    {
        $score = $plan->piece->score();
        if (\count($this->chunks->of($plan->piece)) >= ChunkList::LIMIT) {
            throw Refusal::because('This piece holds as many chunks as there can be.');
        }
        $measures = $to->position - $from->position + ($to->offset > 0 ? 1 : 0);
        $whole = $from->equals($score->start()) && $to->equals($score->end());
        $span = Span::of($score, $kind ?? ($whole ? ChunkKind::Whole : ChunkKind::ofSize($measures)), $from, $to, !$to->equals($score->end()));

        return $this->change($plan, '', static fn (Cut $cut): Cut => $cut->with($span));
    }

    /** Takes back the last change that is not taken back; tells whether there was one. */
    public function undo(Piece $piece): bool
    {
        $last = $this->history($piece, false);
        if (null !== $last) {
            $this->restore($last, 0);
            $last->setUndone(true);
            $this->entities->flush();
        }

        return null !== $last;
    }

    /** Does again what was taken back last; tells whether there was anything. */
    public function redo(Piece $piece): bool
    {
        $next = $this->history($piece, true);
        if (null !== $next) {
            $this->restore($next, 1);
            $next->setUndone(false);
            $this->entities->flush();
        }

        return null !== $next;
    }

    /** @return array{bool, bool} whether there is a change to undo, and one to do again */
    public function canUndoAndRedo(Piece $piece): array
    {
        /** @var list<array{undone: bool|int|string}> $rows */
        $rows = $this->entities->createQuery('SELECT c.undone FROM '.CutChange::class.' c WHERE c.piece = :piece GROUP BY c.undone')->setParameter('piece', $piece)->getScalarResult();
        $undone = array_map(static fn (array $row): bool => (bool) $row['undone'], $rows);

        return [\in_array(false, $undone, true), \in_array(true, $undone, true)];
    }

    /** The change that would be undone, or done again. */
    private function history(Piece $piece, bool $undone): ?CutChange
    {
        /** @var CutChange|null $change */
        $change = $this->entities->createQuery('SELECT c FROM '.CutChange::class.' c WHERE c.piece = :piece AND c.undone = :undone ORDER BY c.id '.($undone ? 'ASC' : 'DESC'))
            ->setParameter('piece', $piece)->setParameter('undone', $undone)->setMaxResults(1)->getOneOrNullResult();

        return $change;
    }

    /**
     * @param array<int, Chunk>  $rows    by id
     * @param array<int, true>   $own     ids of the cut
     * @param array<int, Span>   $before  by id; proposals below zero, or with the id of the chunk that a sequence made of them
     * @param array<string, int> $byEdges ids by edges
     */
    private function save(CutPlan $plan, array $rows, array $own, array $before, Cut $after, array $byEdges): void
    {
        /** @var list<array{Chunk, State}> $changed each with its state before */
        $changed = [];
        foreach ($after->chunks as $number => $span) {
            $was = $before[$number] ?? null;
            if ($was === $span && ($number !== $after->touched || isset($own[$number]))) {
                continue;
            }
            $row = $rows[$number] ?? $rows[$byEdges[$span->edges()] ?? 0] ?? null;
            if (null === $row) {
                $row = new Chunk($plan->piece, $span, false);
                $row->setRemoved(true);
                $this->entities->persist($row);
            }
            $changed[] = [$row, self::state($row)];
            $row->cut($span);
            $row->setRemoved(false);
            // Joins and wholes that a sequence made move along without becoming part of the cut.
            $row->setOwn($row->isOwn() || $number < 0 || \in_array($was, $plan->proposed, true) || $number === $after->touched);
        }
        foreach (array_diff_key($before, $after->chunks) as $number => $span) {
            if (isset($rows[$number]) && isset($own[$number])) {
                $changed[] = [$rows[$number], self::state($rows[$number])];
                $rows[$number]->setRemoved(true);
            }
        }
        if ([] === $changed) {
            return;
        }
        $this->entities->flush();
        $this->entities->createQuery('DELETE FROM '.CutChange::class.' c WHERE c.piece = :piece AND c.undone = true')->setParameter('piece', $plan->piece)->execute();
        $states = [];
        foreach ($changed as [$row, $state]) {
            $states[(int) $row->getId()] = [$state, self::state($row)];
        }
        $this->entities->persist(new CutChange($plan->piece, $states));
        $this->entities->flush();
        $this->forget($plan);
    }

    /** Changes that are too old to be undone. */
    private function forget(CutPlan $plan): void
    {
        /** @var list<array{id: int}> $oldest */
        $oldest = $this->entities->createQuery('SELECT c.id FROM '.CutChange::class.' c WHERE c.piece = :piece ORDER BY c.id DESC')->setParameter('piece', $plan->piece)->setFirstResult(CutChange::LIMIT)->setMaxResults(1)->getScalarResult();
        if ([] !== $oldest) {
            $this->entities->createQuery('DELETE FROM '.CutChange::class.' c WHERE c.piece = :piece AND c.id <= :id')->setParameter('piece', $plan->piece)->setParameter('id', $oldest[0]['id'])->execute();
        }
    }

    /** @param int<0, 1> $which as it was before the change, or after it */
    private function restore(CutChange $change, int $which): void
    {
        $states = $change->getChunks();
        foreach ($this->entities->getRepository(Chunk::class)->findBy(['id' => array_keys($states), 'piece' => $change->getPiece()]) as $row) {
            $state = $states[(int) $row->getId()][$which];
            /** @var array{string, int, int, int, int, bool} $edges */
            $edges = json_decode($state['edges'], true, 4, \JSON_THROW_ON_ERROR);
            $row->cut(Span::of($change->getPiece()->score(), ChunkKind::from($edges[0]), Place::of($edges[1], $edges[2]), Place::of($edges[3], $edges[4]), $edges[5]));
            $row->setOwn($state['own']);
            $row->setRemoved($state['removed']);
        }
    }

    /** @return State */
    private static function state(Chunk $row): array
    {
        return ['own' => $row->isOwn(), 'removed' => $row->isRemoved(), 'edges' => $row->edges()];
    }
}
