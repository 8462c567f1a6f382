<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Mapping\ClassMetadata;

/** Lesson sequences. */
final readonly class SequenceRepository
{
    private const OF_CLASS = 40;
    private const OF_PIECE = 50;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** @return list<array{id: int, title: string, goalTempo: int, pieces: list<int>}> with the title of the piece, the latest first */
    public function ofClass(SchoolClass $class): array
    {
        /** @var list<array{id: int, title: string, goalTempo: int, pieces: list<int>}> $rows */
        $rows = $this->entities
            ->createQuery(
                'SELECT s.id, p.title, s.goalTempo, s.pieces FROM '.
                    Sequence::class.
                    ' s JOIN s.piece p WHERE s.class = :class AND s.putAwayAt IS NULL ORDER BY s.changedAt DESC, s.id DESC',
            )
            ->setParameter('class', $class)
            ->setMaxResults(self::OF_CLASS)
            ->getArrayResult();

        return $rows;
    }

    /** @return list<array{id: int, name: string, goalTempo: int, method: \CoinStair\Core\Method\Method}> with the name of the class */
    public function ofPiece(Piece $piece): array
    {
        /** @var list<array{id: int, name: string, goalTempo: int, method: \CoinStair\Core\Method\Method}> $rows */
        $rows = $this->entities
            ->createQuery(
                'SELECT s.id, c.name, s.goalTempo, s.method FROM '.
                    Sequence::class.
                    ' s JOIN s.class c WHERE s.piece = :piece AND s.putAwayAt IS NULL AND c.putAwayAt IS NULL ORDER BY c.name, s.id',
            )
            ->setParameter('piece', $piece)
            ->setMaxResults(self::OF_PIECE)
            ->getArrayResult();

        return $rows;
    }

    /**
     * With its class and its steps, whose chunks are not read: a piece's chunks are read at once, and the steps find theirs among them.
     *
     * @return Sequence|null none if it is not there
     */
    public function withSteps(int $id): ?Sequence
    {
        $query = $this->entities->createQuery(
            'SELECT s, c, t FROM '.Sequence::class.' s JOIN s.class c LEFT JOIN s.steps t WHERE s.id = :id ORDER BY t.place',
        );
        foreach (['chunk', 'like'] as $chunk) {
            $query->setFetchMode(Step::class, $chunk, ClassMetadata::FETCH_LAZY);
        }
        /** @var Sequence|null $sequence */
        $sequence = $query->setParameter('id', $id)->getOneOrNullResult();
        if (true === $sequence?->isRow()) {
            // Each of its steps is of another piece.
            $this->entities
                ->createQuery('SELECT c, p FROM '.Chunk::class.' c JOIN c.piece p WHERE c.id IN (:ids)')
                ->setParameter('ids', array_map(static fn (Step $step): int => (int) $step->getChunk()?->getId(), $sequence->steps()))
                ->getResult();
        }

        return $sequence;
    }

    /**
     * @param bool $withSteps they are asked for
     *
     * @return list<Sequence> those of a class on what a lesson was on, the latest first
     */
    public function like(Lesson $lesson, SchoolClass $class, bool $withSteps = false): array
    {
        /** @var list<Sequence> $found */
        $found = $this->entities
            ->createQuery(
                'SELECT s FROM '.
                    Sequence::class.
                    ' s WHERE s.class = :class AND s.piece = :piece AND s.putAwayAt IS NULL ORDER BY s.changedAt DESC, s.id DESC',
            )
            ->setParameter('class', $class)
            ->setParameter('piece', $lesson->getPiece())
            ->setMaxResults(self::OF_CLASS)
            ->getResult();

        if ($withSteps && [] !== $found) {
            // One query for the steps of all of them.
            $this->entities
                ->createQuery('SELECT s, t FROM '.Sequence::class.' s LEFT JOIN s.steps t WHERE s IN (:found)')
                ->setParameter('found', $found)
                ->getResult();
        }

        return array_values(array_filter($found, static fn (Sequence $one): bool => $one->getPieces() === $lesson->getPieces()));
    }

    /**
     * The sequences of some classes, the latest first, each with what tells its state.
     *
     * @param list<SchoolClass> $classes
     *
     * @return list<array{id: int, class: int, piece: int, version: int, title: string, score: string, goal: int}>
     */
    public function statesOf(array $classes): array
    {
        /** @var list<array{id: int, class: int|string, piece: int|string, version: int, title: string, score: string, goal: int}> $rows */
        $rows = $this->entities
            ->createQuery(
                'SELECT s.id, IDENTITY(s.class) class, IDENTITY(s.piece) piece, s.version, p.title, p.scoreHash score, p.goalTempo goal '.
                    'FROM '.
                    Sequence::class.
                    ' s JOIN s.piece p WHERE s.class IN (:classes) AND s.putAwayAt IS NULL ORDER BY s.changedAt DESC, s.id DESC',
            )
            ->setParameter('classes', $classes)
            ->getScalarResult();

        return array_map(static fn (array $row): array => ['class' => (int) $row['class'], 'piece' => (int) $row['piece']] + $row, $rows);
    }
}
