<?php

declare(strict_types=1);

namespace App\Shared\Cut;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Piece;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\PieceChunks;
use CoinStair\Core\Chunk\Chunk as CoreChunk;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\OptimisticLockException;

/**
 * Owns the chunks of each piece. Whoever makes, moves or takes off one does it here: one after the other, on the rows as they are, and so
 * that a form that was made of an earlier cut can be told from one of this cut.
 */
final readonly class Cuts
{
    public function __construct(private EntityManagerInterface $entities, private ChunkRepository $chunks)
    {
    }

    /**
     * Changes the cut of a piece in one transaction, while everybody else who would change it waits.
     *
     * @template T
     *
     * @param PieceChunks              $read   its chunks as they were read after the piece: if nobody changed the cut since, they are it
     * @param \Closure(PieceChunks): T $change
     *
     * @return T
     *
     * @throws OptimisticLockException if the cut was changed since the piece was read: what was asked is to be done again from the start
     */
    public function change(Piece $piece, PieceChunks $read, \Closure $change): mixed
    {
        $database = $this->entities->getConnection();

        // Past the entity manager, which would be closed by a refusal; what it says is shown with the cut beside it.
        return $database->transactional(function () use ($piece, $read, $change, $database): mixed {
            $this->hold($piece);
            foreach ($read->misfits() as $chunk) {
                $chunk->putAside();
            }
            $result = $change($read);
            $this->entities->flush();
            $piece->cutWasChanged();
            $database->executeStatement('UPDATE piece SET cut_version = ? WHERE id = ?', [$piece->getCutVersion(), $piece->getId()]);

            return $result;
        });
    }

    /**
     * The chunks of the piece with these edges; those that are missing are made, outside the cut.
     *
     * @param list<CoreChunk> $wanted
     *
     * @return list<Chunk> one for each, with ids
     *
     * @throws OptimisticLockException as change() does
     */
    public function have(Piece $piece, array $wanted): array
    {
        if ([] === $wanted) {
            return [];
        }

        return $this->entities->wrapInTransaction(function () use ($piece, $wanted): array {
            $this->hold($piece);
            $byEdges = [];
            foreach ($this->chunks->of($piece)->taught() as $chunk) {
                $byEdges[$chunk->chunk()->edges()] = $chunk;
            }
            $chunks = [];
            foreach ($wanted as $one) {
                $edges = $one->edges();
                if (!isset($byEdges[$edges])) {
                    $byEdges[$edges] = new Chunk($piece, $one, false);
                    $this->entities->persist($byEdges[$edges]);
                }
                $chunks[] = $byEdges[$edges];
            }

            return $chunks;
        });
    }

    /** Until the end of the transaction nobody else changes this cut, and it is the one that was read. */
    private function hold(Piece $piece): void
    {
        $version = $this->entities->getConnection()->fetchOne('SELECT cut_version FROM piece WHERE id = ? FOR UPDATE', [$piece->getId()]);
        if ($piece->getCutVersion() !== (is_numeric($version) ? (int) $version : 0)) {
            throw OptimisticLockException::lockFailed($piece);
        }
    }
}
