<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;

/**
 * Where a class begins (handbook 7): what its past before the first lesson here is told to be. Its baseline is reckoned from it.
 *
 * @phpstan-type PastRow array{year: bool, book: string, upTo: int, class: string, codes: array<string, list<string>>}
 */
final readonly class ClassPast implements \JsonSerializable
{
    /** Numbers that pieces of a book can have. */
    public const NUMBERS = [1, 9999];

    /**
     * @param bool                        $ofYear what the years before its own usually meet
     * @param string                      $book   of which all is known up to a number; empty for none
     * @param string                      $class  whose record was taken over, as people read it; empty for none
     * @param array<string, list<string>> $codes  that were known to that class then, by instrument
     */
    private function __construct(
        public bool $ofYear,
        public string $book,
        public int $upTo,
        public string $class,
        public array $codes,
    ) {
    }

    /** What its year is presumed to know, and nothing else. */
    public static function standard(): self
    {
        return new self(true, '', 0, '', []);
    }

    /**
     * @param array<string, list<string>> $codes that were known to another class, by instrument
     */
    public static function of(bool $ofYear, string $book = '', int $upTo = 0, string $class = '', array $codes = []): self
    {
        $hasBook = '' !== $book && $upTo >= self::NUMBERS[0];

        return new self($ofYear, $hasBook ? $book : '', $hasBook ? min(self::NUMBERS[1], $upTo) : 0, $class, '' === $class ? [] : $codes);
    }

    /** @param PastRow $row as stored() made it */
    public static function parse(array $row): self
    {
        return new self($row['year'], $row['book'], $row['upTo'], $row['class'], $row['codes']);
    }

    /** @return PastRow */
    public function stored(): array
    {
        return ['year' => $this->ofYear, 'book' => $this->book, 'upTo' => $this->upTo, 'class' => $this->class, 'codes' => $this->codes];
    }

    /**
     * @param int         $year  of playing
     * @param list<Needs> $needs of the pieces of the book up to the number
     */
    public function baseline(Catalogue $catalogue, int $year, array $needs): Baseline
    {
        return ($this->ofYear ? Baseline::ofYear($catalogue, $year) : Baseline::none())
            ->and(Baseline::ofPieces($needs))
            ->and(Baseline::ofCodes($this->codes));
    }

    /** @return PastRow what tells two apart */
    public function jsonSerialize(): array
    {
        return $this->stored();
    }
}
