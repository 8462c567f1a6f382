<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\Sequence;
use App\Shared\Entity\SequenceChange;
use Doctrine\ORM\EntityManagerInterface;

/** The changes of a sequence, for undo and redo. */
final readonly class SequenceChangeRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** The change that would be undone, or done again; none if there is none. */
    public function next(Sequence $sequence, bool $undone): ?SequenceChange
    {
        return $this->entities->getRepository(SequenceChange::class)->findOneBy(
            ['sequence' => $sequence, 'undone' => $undone],
            ['id' => $undone ? 'ASC' : 'DESC'],
        );
    }

    /** @return array{int, int} ids of the change that would be undone, and of the one that would be done again; 0 for none */
    public function ends(Sequence $sequence): array
    {
        /** @var list<array{undone: bool|int|string, first: int|string, last: int|string}> $rows */
        $rows = $this->entities
            ->createQuery(
                'SELECT c.undone, MIN(c.id) first, MAX(c.id) last FROM '.
                    SequenceChange::class.
                    ' c WHERE c.sequence = :sequence GROUP BY c.undone',
            )
            ->setParameter('sequence', $sequence)
            ->getScalarResult();
        $ends = [0, 0];
        foreach ($rows as $row) {
            $ends[(bool) $row['undone'] ? 1 : 0] = (int) ((bool) $row['undone'] ? $row['first'] : $row['last']);
        }

        return $ends;
    }

    /** What was taken back cannot be done again once something else is changed; and what is too old cannot be undone. */
    public function forget(Sequence $sequence): void
    {
        $this->entities
            ->createQuery('DELETE FROM '.SequenceChange::class.' c WHERE c.sequence = :sequence AND c.undone = true')
            ->setParameter('sequence', $sequence)
            ->execute();
        /** @var list<array{id: int}> $oldest */
        $oldest = $this->entities
            ->createQuery('SELECT c.id FROM '.SequenceChange::class.' c WHERE c.sequence = :sequence ORDER BY c.id DESC')
            ->setParameter('sequence', $sequence)
            ->setFirstResult(SequenceChange::LIMIT - 1)
            ->setMaxResults(1)
            ->getScalarResult();
        if ([] !== $oldest) {
            $this->entities
                ->createQuery('DELETE FROM '.SequenceChange::class.' c WHERE c.sequence = :sequence AND c.id <= :id')
                ->setParameter('sequence', $sequence)
                ->setParameter('id', $oldest[0]['id'])
                ->execute();
        }
    }
}
