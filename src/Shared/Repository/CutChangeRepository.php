<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\CutChange;
use App\Shared\Entity\Piece;
use Doctrine\ORM\EntityManagerInterface;

/** The changes of a piece's cut, for undo and redo. */
final readonly class CutChangeRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** The change that would be undone, or done again; none if there is none. */
    public function next(Piece $piece, bool $undone): ?CutChange
    {
        /** @var CutChange|null $change */
        $change = $this->entities
            ->createQuery(
                'SELECT c FROM '.
                    CutChange::class.
                    ' c WHERE c.piece = :piece AND c.undone = :undone ORDER BY c.id '.
                    ($undone ? 'ASC' : 'DESC'),
            )
            ->setParameter('piece', $piece)
            ->setParameter('undone', $undone)
            ->setMaxResults(1)
            ->getOneOrNullResult();

        return $change;
    }

    /** @return array{int, int} ids of the change that would be undone, and of the one that would be done again; 0 for none */
    public function ends(Piece $piece): array
    {
        /** @var list<array{undone: bool|int|string, first: int|string, last: int|string}> $rows */
        $rows = $this->entities
            ->createQuery(
                'SELECT c.undone, MIN(c.id) first, MAX(c.id) last FROM '.CutChange::class.' c WHERE c.piece = :piece GROUP BY c.undone',
            )
            ->setParameter('piece', $piece)
            ->getScalarResult();
        $ends = [0, 0];
        foreach ($rows as $row) {
            $ends[(bool) $row['undone'] ? 1 : 0] = (int) ((bool) $row['undone'] ? $row['first'] : $row['last']);
        }

        return $ends;
    }

    /** What was taken back cannot be done again once something else is changed; and what is too old cannot be undone. */
    public function forget(Piece $piece): void
    {
        $this->entities
            ->createQuery('DELETE FROM '.CutChange::class.' c WHERE c.piece = :piece AND c.undone = true')
            ->setParameter('piece', $piece)
            ->execute();
        /** @var list<array{id: int}> $oldest */
        $oldest = $this->entities
            ->createQuery('SELECT c.id FROM '.CutChange::class.' c WHERE c.piece = :piece ORDER BY c.id DESC')
            ->setParameter('piece', $piece)
            ->setFirstResult(CutChange::LIMIT - 1)
            ->setMaxResults(1)
            ->getScalarResult();
        if ([] !== $oldest) {
            $this->entities
                ->createQuery('DELETE FROM '.CutChange::class.' c WHERE c.piece = :piece AND c.id <= :id')
                ->setParameter('piece', $piece)
                ->setParameter('id', $oldest[0]['id'])
                ->execute();
        }
    }

    /** After the score itself was changed: what was done to the cut before was done to another one. */
    public function clear(Piece $piece): void
    {
        $this->entities
            ->createQuery('DELETE FROM '.CutChange::class.' c WHERE c.piece = :piece')
            ->setParameter('piece', $piece)
            ->execute();
    }
}
