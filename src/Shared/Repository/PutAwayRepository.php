<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\CanBePutAway;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use Doctrine\ORM\EntityManagerInterface;

/** What was put away, and what the record says of it. */
final readonly class PutAwayRepository
{
    /** Rows of each kind that are listed, those put away last first. */
    public const LIMIT = 100;
    /** What a lesson calls what it is about. */
    private const IN_LESSON = [Piece::class => 'piece', SchoolClass::class => 'class', Sequence::class => 'sequence'];

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /**
     * What a list shows of each, asked for at once.
     *
     * @param class-string<CanBePutAway> $what
     *
     * @return list<array{id: int, title: string, class: string, day: \DateTimeImmutable|null}>
     */
    public function all(string $what): array
    {
        $shown = match ($what) {
            Piece::class => "r.title title, '' class, r.putAwayAt day FROM $what r",
            SchoolClass::class => "r.name title, '' class, r.putAwayAt day FROM $what r",
            Lesson::class => "p.title title, c.name class, r.day day FROM $what r JOIN r.piece p JOIN r.class c",
            default => "p.title title, c.name class, r.putAwayAt day FROM $what r JOIN r.piece p JOIN r.class c",
        };
        /** @var list<array{id: int, title: string, class: string, day: \DateTimeImmutable}> $rows */
        $rows = $this->entities
            ->createQuery("SELECT r.id, $shown WHERE r.putAwayAt IS NOT NULL ORDER BY r.putAwayAt DESC, r.id DESC")
            ->setMaxResults(self::LIMIT)
            ->getArrayResult();

        return array_map(static fn (array $row): array => ['day' => Lesson::class === $what ? $row['day'] : null] + $row, $rows);
    }

    /**
     * @template T of CanBePutAway
     *
     * @param class-string<T> $what
     *
     * @return T|null null if it is another program's, or there is none
     */
    public function find(string $what, int $id): ?CanBePutAway
    {
        // By a query, so that what belongs to another program is not found.
        /** @var T|null $row */
        $row = $this->entities->createQuery("SELECT r FROM $what r WHERE r.id = :id")->setParameter('id', $id)->getOneOrNullResult();

        return $row;
    }

    /**
     * Of some rows those of which a lesson speaks: they are kept. A lesson is kept as soon as something was logged in it.
     *
     * @param class-string<CanBePutAway> $what
     * @param list<int>                  $ids
     *
     * @return list<int>
     */
    public function taught(string $what, array $ids): array
    {
        $lessons = Lesson::class;
        $dql = Lesson::class === $what
            ? "SELECT l.id FROM $lessons l WHERE l.id IN (:ids) AND l.logSize > 0"
            : \sprintf('SELECT DISTINCT IDENTITY(l.%s) FROM %s l WHERE l.%1$s IN (:ids)', self::IN_LESSON[$what], $lessons);

        /** @var list<int|string> $found */
        $found = $this->entities->createQuery($dql)->setParameter('ids', $ids)->getSingleColumnResult();

        return array_map(static fn (int|string $id): int => (int) $id, $found);
    }
}
