<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use Doctrine\ORM\EntityManagerInterface;

/** The classes of a program. */
final readonly class ClassRepository
{
    /** Classes among which one can be chosen. */
    public const LIMIT = 100;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** None if it is another program's, or there is none. */
    public function find(int $id): ?SchoolClass
    {
        // By a query, so that the class of another program is not found.
        /** @var SchoolClass|null $class */
        $class = $this->entities
            ->createQuery('SELECT c, g FROM '.SchoolClass::class.' c LEFT JOIN c.groups g WHERE c.id = :id ORDER BY g.id')
            ->setParameter('id', $id)
            ->getOneOrNullResult();

        return $class;
    }

    /** @return list<array{id: int, name: string}> those among which one can be chosen, by name */
    public function choices(): array
    {
        /** @var list<array{id: int, name: string}> $rows */
        $rows = $this->entities
            ->createQuery('SELECT c.id, c.name FROM '.SchoolClass::class.' c WHERE c.putAwayAt IS NULL ORDER BY c.name, c.id')
            ->setMaxResults(self::LIMIT)
            ->getArrayResult();

        return $rows;
    }

    /** @return list<SchoolClass> by name, each with its groups */
    public function page(int $first, int $count): array
    {
        $ids = $this->entities
            ->createQuery('SELECT c.id FROM '.SchoolClass::class.' c WHERE c.putAwayAt IS NULL ORDER BY c.name, c.id')
            ->setFirstResult($first)
            ->setMaxResults($count)
            ->getSingleColumnResult();
        if ([] === $ids) {
            return [];
        }
        /** @var list<SchoolClass> $classes */
        $classes = $this->entities
            ->createQuery(
                'SELECT c, g FROM '.SchoolClass::class.' c LEFT JOIN c.groups g WHERE c.id IN (:ids) ORDER BY c.name, c.id, g.id',
            )
            ->setParameter('ids', $ids)
            ->getResult();

        return $classes;
    }

    /** The class that worked on a piece last, or the first by name; none where there are no classes. */
    public function workingOn(Piece $piece): ?SchoolClass
    {
        $sequences = ' FROM '.Sequence::class;
        /** @var list<SchoolClass> $latest more than one where several were changed within one second */
        $latest = $this->entities
            ->createQuery(
                'SELECT c, g FROM '.
                    SchoolClass::class.
                    ' c LEFT JOIN c.groups g WHERE c.putAwayAt IS NULL AND c.id IN '.
                    "(SELECT IDENTITY(s.class)$sequences s WHERE s.piece = :piece ".
                    "AND s.changedAt = (SELECT MAX(t.changedAt)$sequences t WHERE t.piece = :piece)) ORDER BY c.id DESC, g.id",
            )
            ->setParameter('piece', $piece)
            ->getResult();

        return $latest[0] ?? $this->page(0, 1)[0] ?? null;
    }
}
