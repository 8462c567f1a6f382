<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Looked\LibraryNeeds;
use CoinStair\Core\Readiness\BookOrder;
use CoinStair\Core\Skill\Catalogue;

/**
 * A book with the order of its skills.
 *
 * @phpstan-import-type Outline from LibraryNeeds
 */
final readonly class BookPage
{
    /**
     * @param list<Outline> $pieces in the order of the book
     * @param int           $left   pieces that nobody looked at yet
     */
    public function __construct(
        public string $book,
        public array $pieces,
        public BookOrder $order,
        public Catalogue $catalogue,
        public bool $isPresumed,
        public int $left,
    ) {
    }
}
