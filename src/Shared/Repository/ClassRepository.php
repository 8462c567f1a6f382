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
            ->createQuery('SELECT c.id, c.name FROM '.SchoolClass::class.' c ORDER BY c.name, c.id')
            ->setMaxResults(self::LIMIT)
            ->getArrayResult();

        return $rows;
    }

    /** @return list<SchoolClass> by name, each with its groups */
    public function page(int $first, int $count): array
    {
        $ids = $this->entities
            ->createQuery('SELECT c.id FROM '.SchoolClass::class.' c ORDER BY c.name, c.id')
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
        /** @var list<array{class: int|string}> $latest */
        $latest = $this->entities
            ->createQuery(
                'SELECT IDENTITY(s.class) class FROM '.Sequence::class.' s WHERE s.piece = :piece ORDER BY s.changedAt DESC, s.id DESC',
            )
            ->setParameter('piece', $piece)
            ->setMaxResults(1)
            ->getScalarResult();

        return [] === $latest ? $this->page(0, 1)[0] ?? null : $this->find((int) $latest[0]['class']);
    }
}
