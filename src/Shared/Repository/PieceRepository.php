<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\Piece;
use App\Shared\Entity\PieceSource;
use App\Shared\Entity\RhythmPattern;
use Doctrine\ORM\EntityManagerInterface;

/** The library of a program. */
final readonly class PieceRepository
{
    /** Pieces of a row of short ones, and books that are offered. */
    public const RANGE = 20;
    private const BOOKS = 100;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /**
     * In the order of the books.
     *
     * @param string $search in title, composer and book; all pieces if empty
     *
     * @return list<array{
     *     id: int, title: string, composer: string, book: string, numberInBook: string, keyName: string, keyMode: string, meter: string,
     *     measures: int, parts: int, goalTempo: int, beats: float
     * }>
     */
    public function search(string $search, int $first, int $count): array
    {
        $query = $this->entities
            ->createQueryBuilder()
            ->select(
                'p.id, p.title, p.composer, p.book, p.numberInBook, p.keyName, p.keyMode, p.meter, p.measures, p.parts, p.goalTempo, '
                    .'p.beats',
            )
            ->from(Piece::class, 'p')
            ->where('p.putAwayAt IS NULL')
            ->orderBy('p.book')
            ->addOrderBy('LENGTH(p.numberInBook)')
            ->addOrderBy('p.numberInBook')
            ->addOrderBy('p.title')
            ->addOrderBy('p.id')
            ->setFirstResult($first)
            ->setMaxResults($count);
        if ('' !== $search) {
            $query
                ->andWhere('p.title LIKE :search OR p.composer LIKE :search OR p.book LIKE :search')
                ->setParameter('search', '%'.addcslashes($search, '%_\\').'%');
        }
        /**
         * @var list<array{
         *     id: int, title: string, composer: string, book: string, numberInBook: string, keyName: string, keyMode: string,
         *     meter: string, measures: int, parts: int, goalTempo: int, beats: float,
         * }> $pieces
         */
        $pieces = $query->getQuery()->getArrayResult();

        return $pieces;
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
