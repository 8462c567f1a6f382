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
        return $this->entities->getRepository(SchoolClass::class)->findOneBy(['id' => $id]);
    }

    /** @return list<SchoolClass> by name, each with its groups; at most so many as can be chosen from */
    public function all(): array
    {
        return $this->page(0, self::LIMIT);
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

    /**
     * The class that works on a piece, or the first.
     *
     * @param list<SchoolClass> $classes
     */
    public function workingOn(Piece $piece, array $classes): ?SchoolClass
    {
        /** @var list<array{class: int|string}> $latest */
        $latest = $this->entities
            ->createQuery(
                'SELECT IDENTITY(s.class) class FROM '.Sequence::class.' s WHERE s.piece = :piece ORDER BY s.changedAt DESC, s.id DESC',
            )
            ->setParameter('piece', $piece)
            ->setMaxResults(1)
            ->getScalarResult();
        foreach ($classes as $class) {
            if ($class->getId() === (int) ($latest[0]['class'] ?? 0)) {
                return $class;
            }
        }

        return $classes[0] ?? null;
    }
}
