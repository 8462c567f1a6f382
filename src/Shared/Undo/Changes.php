<?php

declare(strict_types=1);

namespace App\Shared\Undo;

use App\Shared\Entity\BelongsToProgram;
use App\Shared\Entity\Change;
use CoinStair\Core\Score\Refusal;
use Doctrine\ORM\EntityManagerInterface;

/**
 * What was changed of a cut or of a sequence, for undo and redo: in their order, as many as are kept. Each kind of change keeps its rows in
 * a table of its own; what is said of them here holds for all.
 */
final readonly class Changes
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /**
     * The change that a turn is about; none if there is none.
     *
     * @template C of Change
     *
     * @param class-string<C> $kind
     * @param string          $refusal what is said if somebody else changed it since
     *
     * @return C|null
     *
     * @throws Refusal if it is not the one that somebody saw
     */
    public function next(string $kind, BelongsToProgram $of, Turn $turn, string $refusal): ?Change
    {
        $change = $this->entities
            ->getRepository($kind)
            ->findOneBy([$kind::OF => $of, 'undone' => $turn->again], ['id' => $turn->again ? 'ASC' : 'DESC']);
        if ($turn->seen > 0 && $change?->getId() !== $turn->seen) {
            throw Refusal::because($refusal);
        }

        return $change;
    }

    /**
     * @param class-string<Change> $kind
     *
     * @return array{int, int} ids of the change that would be undone, and of the one that would be done again; 0 for none
     */
    public function ends(string $kind, BelongsToProgram $of): array
    {
        /** @var list<array{undone: bool|int|string, first: int|string, last: int|string}> $rows */
        $rows = $this->entities
            ->createQuery('SELECT c.undone, MIN(c.id) first, MAX(c.id) last FROM '.self::of($kind).' GROUP BY c.undone')
            ->setParameter('of', $of)
            ->getScalarResult();
        $ends = [0, 0];
        foreach ($rows as $row) {
            $ends[(bool) $row['undone'] ? 1 : 0] = (int) ((bool) $row['undone'] ? $row['first'] : $row['last']);
        }

        return $ends;
    }

    /** Keeps a change. What was taken back before cannot be done again after it, and what is too old cannot be undone. */
    public function keep(Change $change): void
    {
        $kind = $change::class;
        $of = $change->of();
        $this->entities->createQuery('DELETE FROM '.self::of($kind).' AND c.undone = true')->setParameter('of', $of)->execute();
        /** @var list<array{id: int}> $oldest */
        $oldest = $this->entities
            ->createQuery('SELECT c.id FROM '.self::of($kind).' ORDER BY c.id DESC')
            ->setParameter('of', $of)
            ->setFirstResult($kind::LIMIT - 1)
            ->setMaxResults(1)
            ->getScalarResult();
        if ([] !== $oldest) {
            $this->entities
                ->createQuery('DELETE FROM '.self::of($kind).' AND c.id <= :id')
                ->setParameter('of', $of)
                ->setParameter('id', $oldest[0]['id'])
                ->execute();
        }
        $this->entities->persist($change);
    }

    /**
     * What was done before was done to something else.
     *
     * @param class-string<Change> $kind
     */
    public function clear(string $kind, BelongsToProgram $of): void
    {
        $this->entities->createQuery('DELETE FROM '.self::of($kind))->setParameter('of', $of)->execute();
    }

    /** @param class-string<Change> $kind */
    private static function of(string $kind): string
    {
        return $kind.' c WHERE c.'.$kind::OF.' = :of';
    }
}
