<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use CoinStair\Core\Score\Copies;
use Doctrine\ORM\QueryBuilder;

/** Which pieces of the library are looked for, and in which order. */
final readonly class LibrarySearch
{
    use Copies;

    /**
     * @param string         $text in title, composer and book; all pieces if empty
     * @param string         $key  tonic and mode, "D major"
     * @param list<int>|null $only of these ids
     */
    public function __construct(
        public string $text = '',
        public string $book = '',
        public string $key = '',
        public string $meter = '',
        public ?PieceLength $length = null,
        public ?array $only = null,
        public PieceOrder $order = PieceOrder::Book,
        public bool $turned = false,
    ) {
    }

    /** @param list<int> $only beside what limits it already */
    public function among(array $only): self
    {
        $both = null === $this->only ? $only : array_values(array_intersect($this->only, $only));

        return $this->copy(only: $both);
    }

    public function isWhole(): bool
    {
        return [$this->text, $this->book, $this->key, $this->meter, $this->length, $this->only] === ['', '', '', '', null, null];
    }

    /** Limits a query of pieces p. */
    public function narrow(QueryBuilder $query): void
    {
        $query->andWhere('p.putAwayAt IS NULL');
        if (null !== $this->only) {
            $query->andWhere('p.id IN (:only)')->setParameter('only', $this->only);
        }
        if ('' !== $this->text) {
            $query
                ->andWhere('p.title LIKE :search OR p.composer LIKE :search OR p.book LIKE :search')
                ->setParameter('search', '%'.addcslashes($this->text, '%_\\').'%');
        }
        if ('' !== $this->book) {
            $query->andWhere('p.book = :book')->setParameter('book', $this->book);
        }
        if ('' !== $this->key) {
            [$tonic, $mode] = [...explode(' ', $this->key, 2), ''];
            $query->andWhere('p.keyName = :tonic AND p.keyMode = :mode')->setParameter('tonic', $tonic)->setParameter('mode', $mode);
        }
        if ('' !== $this->meter) {
            $query->andWhere('p.meter = :meter')->setParameter('meter', $this->meter);
        }
        [$from, $to] = $this->length?->seconds() ?? [0, null];
        if ($from > 0) {
            $query->andWhere('p.beats * 60 >= :from * p.goalTempo')->setParameter('from', $from);
        }
        if (null !== $to) {
            $query->andWhere('p.beats * 60 < :to * p.goalTempo')->setParameter('to', $to);
        }
    }

    /** Puts a query of pieces p in order. */
    public function order(QueryBuilder $query): void
    {
        foreach ($this->order->fields() as $field) {
            $query->addOrderBy($field, $this->turned ? 'DESC' : 'ASC');
        }
    }
}
