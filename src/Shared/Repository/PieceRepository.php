<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\Piece;
use App\Shared\Entity\PieceSource;
use App\Shared\Entity\RhythmPattern;
use Doctrine\ORM\EntityManagerInterface;

/**
 * The library of a program.
 *
 * @phpstan-type Row array{
 *     id: int, title: string, composer: string, book: string, numberInBook: string, keyName: string, keyMode: string, meter: string,
 *     measures: int, parts: int, goalTempo: int, beats: float, scoreHash: string,
 * }
 */
final readonly class PieceRepository
{
    /** Pieces of a row of short ones, and books that are offered. */
    public const RANGE = 20;
    private const BOOKS = 100;
    /** Of book, key and meter that are counted for a choice of each. */
    private const COMBINATIONS = 5000;
    /** Pieces of a library that are looked through for what a class could play. */
    public const LOOKED_THROUGH = 10_000;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** @return list<Row> */
    public function search(LibrarySearch $search, int $first, int $count): array
    {
        $query = $this->entities
            ->createQueryBuilder()
            ->select(
                'p.id, p.title, p.composer, p.book, p.numberInBook, p.keyName, p.keyMode, p.meter, p.measures, p.parts, p.goalTempo, '
                    .'p.beats, p.scoreHash',
            )
            ->from(Piece::class, 'p')
            ->setFirstResult($first)
            ->setMaxResults($count);
        $search->narrow($query);
        $search->order($query);
        /** @var list<Row> $pieces */
        $pieces = $query->getQuery()->getArrayResult();

        return $pieces;
    }

    /** How many pieces there are. */
    public function countAll(): int
    {
        return $this->entities->getRepository(Piece::class)->count(['putAwayAt' => null]);
    }

    /** How many pieces a search finds. */
    public function count(LibrarySearch $search): int
    {
        $query = $this->entities->createQueryBuilder()->select('COUNT(p.id)')->from(Piece::class, 'p');
        $search->narrow($query);

        return (int) $query->getQuery()->getSingleScalarResult();
    }

    /** @return array{books: array<string, int>, keys: array<string, int>, meters: array<string, int>} pieces for each that can be chosen */
    public function choices(): array
    {
        /** @var list<array{book: string, keyName: string, keyMode: string, meter: string, pieces: int|string}> $rows */
        $rows = $this->entities
            ->createQuery(
                'SELECT p.book, p.keyName, p.keyMode, p.meter, COUNT(p.id) pieces FROM '.
                    Piece::class.
                    ' p WHERE p.putAwayAt IS NULL GROUP BY p.book, p.keyName, p.keyMode, p.meter',
            )
            ->setMaxResults(self::COMBINATIONS)
            ->getArrayResult();
        $choices = ['books' => [], 'keys' => [], 'meters' => []];
        foreach ($rows as $row) {
            $of = ['books' => $row['book'], 'keys' => $row['keyName'].' '.$row['keyMode'], 'meters' => $row['meter']];
            foreach ($of as $what => $name) {
                $choices[$what][$name] = ($choices[$what][$name] ?? 0) + (int) $row['pieces'];
            }
        }
        unset($choices['books']['']);

        return array_map(static function (array $counts): array {
            ksort($counts, \SORT_NATURAL | \SORT_FLAG_CASE);

            return \array_slice($counts, 0, self::BOOKS, true);
        }, $choices);
    }

    /**
     * Pieces of a book from one number to another, in the order of the book.
     *
     * @return list<Piece> as many as a row holds
     */
    public function range(string $book, int $from, int $to): array
    {
        /** @var list<Piece> $pieces */
        $pieces = $this->entities
            ->createQuery(
                'SELECT p FROM '.
                    Piece::class.
                    ' p WHERE p.putAwayAt IS NULL AND p.book = :book AND p.numberInBook IN (:numbers) '.
                    'ORDER BY LENGTH(p.numberInBook), p.numberInBook, p.id',
            )
            ->setParameter('book', $book)
            ->setParameter('numbers', array_map(strval(...), range($from, min($to, $from + self::RANGE - 1))))
            ->setMaxResults(self::RANGE)
            ->getResult();

        return $pieces;
    }

    /**
     * Pieces of a book up to a number, in the order of the book, without their scores; those without a number are none.
     *
     * @return list<array{
     *     id: int, title: string, book: string, numberInBook: string, scoreHash: string, goalTempo: int, beats: float, measures: int,
     * }>
     */
    public function upTo(string $book, int $number): array
    {
        return array_values(
            array_filter(
                $this->outlines(null, $book),
                static fn (array $row): bool => ctype_digit($row['numberInBook']) && (int) $row['numberInBook'] <= $number,
            ),
        );
    }

    /** The piece of a book with a number; the oldest where there are several. */
    public function inBook(string $book, string $number): ?Piece
    {
        return $this->entities
            ->getRepository(Piece::class)
            ->findOneBy(['book' => $book, 'numberInBook' => $number, 'putAwayAt' => null], ['id' => 'ASC']);
    }

    /** @return array<string, true> numbers of the pieces of a book that are there */
    public function numbers(string $book): array
    {
        $numbers = $this->entities
            ->createQuery('SELECT DISTINCT p.numberInBook FROM '.Piece::class.' p WHERE p.putAwayAt IS NULL AND p.book = :book')
            ->setParameter('book', $book)
            ->getSingleColumnResult();

        return array_fill_keys(array_map(static fn (mixed $number): string => \is_string($number) ? $number : '', $numbers), true);
    }

    /**
     * What readiness and ranking need of each piece, without its score; in the order of the books.
     *
     * @param list<int>|null $ids  of these pieces; of the whole library, as far as it is looked through, if none are named
     * @param string|null    $book of one book
     *
     * @return list<array{
     *     id: int, title: string, book: string, numberInBook: string, scoreHash: string, goalTempo: int, beats: float, measures: int,
     * }>
     */
    public function outlines(?array $ids = null, ?string $book = null): array
    {
        $query = $this->entities
            ->createQueryBuilder()
            ->select('p.id, p.title, p.book, p.numberInBook, p.scoreHash, p.goalTempo, p.beats, p.measures')
            ->from(Piece::class, 'p')
            ->where('p.putAwayAt IS NULL')
            ->orderBy('p.book')
            ->addOrderBy('LENGTH(p.numberInBook)')
            ->addOrderBy('p.numberInBook')
            ->addOrderBy('p.id')
            ->setMaxResults(self::LOOKED_THROUGH);
        if (null !== $ids) {
            $query->andWhere('p.id IN (:ids)')->setParameter('ids', $ids);
        }
        if (null !== $book) {
            $query->andWhere('p.book = :book')->setParameter('book', $book);
        }
        /**
         * @var list<array{
         *     id: int, title: string, book: string, numberInBook: string, scoreHash: string, goalTempo: int, beats: float, measures: int,
         * }> $rows
         */
        $rows = $query->getQuery()->getArrayResult();

        return $rows;
    }

    /**
     * @param list<int> $ids
     *
     * @return array<int, Piece> by id
     */
    public function byIds(array $ids): array
    {
        $pieces = [];
        foreach ([] === $ids ? [] : $this->entities->getRepository(Piece::class)->findBy(['id' => $ids]) as $piece) {
            $pieces[(int) $piece->getId()] = $piece;
        }

        return $pieces;
    }

    /**
     * What a table names of some pieces, without their scores, in the order of the books; those that were put away too.
     *
     * @param list<int> $ids
     * @param string    $book of one book; empty for all
     *
     * @return list<array{id: int, title: string, book: string, numberInBook: string}>
     */
    public function named(array $ids, string $book, int $first, int $count): array
    {
        $query = $this->entities
            ->createQueryBuilder()
            ->select("p.id, p.title, p.book, p.numberInBook, CASE WHEN p.book = '' THEN 1 ELSE 0 END HIDDEN loose")
            ->from(Piece::class, 'p')
            ->where('p.id IN (:ids)')
            ->setParameter('ids', $ids)
            ->orderBy('loose')
            ->addOrderBy('p.book')
            ->addOrderBy('LENGTH(p.numberInBook)')
            ->addOrderBy('p.numberInBook')
            ->addOrderBy('p.title')
            ->addOrderBy('p.id')
            ->setFirstResult($first)
            ->setMaxResults($count);
        if ('' !== $book) {
            $query->andWhere('p.book = :book')->setParameter('book', $book);
        }
        /** @var list<array{id: int, title: string, book: string, numberInBook: string}> $rows */
        $rows = $query->getQuery()->getArrayResult();

        return $rows;
    }

    /** @return list<string> names of the books from which there are pieces */
    public function books(): array
    {
        /** @var list<string> $books */
        $books = $this->entities
            ->createQuery('SELECT DISTINCT p.book FROM '.Piece::class." p WHERE p.putAwayAt IS NULL AND p.book <> '' ORDER BY p.book")
            ->setMaxResults(self::BOOKS)
            ->getSingleColumnResult();

        return $books;
    }

    /** The file or text from which a piece was read, as it came. */
    public function source(Piece $piece): ?PieceSource
    {
        return $this->entities->getRepository(PieceSource::class)->findOneBy(['piece' => $piece]);
    }

    /** @return list<RhythmPattern> by name */
    public function patterns(): array
    {
        return $this->entities->getRepository(RhythmPattern::class)->findBy([], ['name' => 'ASC'], RhythmPattern::LIMIT);
    }
}
