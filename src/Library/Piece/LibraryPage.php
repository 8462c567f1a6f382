<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\LibrarySearch;
use App\Shared\Repository\PieceLength;
use App\Shared\Repository\PieceOrder;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Readiness\Readiness;
use CoinStair\Core\Readiness\Verdict;

/**
 * A page of the library, and for a class how ready it is for each piece.
 *
 * @phpstan-import-type Row from PieceRepository
 */
final readonly class LibraryPage
{
    /** @var list<Verdict> */
    public array $verdicts;
    /** @var list<PieceLength> */
    public array $lengths;

    /**
     * @param list<Row>                                                                              $pieces
     * @param int                                                                                    $found   pieces, on all pages
     * @param array{books: array<string, int>, keys: array<string, int>, meters: array<string, int>} $choices with how many pieces each
     * @param list<array{id: int, name: string}>                                                     $classes of which one can be chosen
     * @param bool                                                                                   $inWork  only what is in work
     * @param array<int, Readiness>                                                                  $ready   of the class for each piece,
     *                                                                                                        by id; outlines have none
     * @param int                                                                                    $left    pieces that nobody looked at
     *                                                                                                        yet
     */
    public function __construct(
        public array $pieces,
        public LibrarySearch $search,
        public int $page,
        public int $pages,
        public int $found,
        public array $choices,
        public array $classes,
        public bool $inWork = false,
        public ?SchoolClass $class = null,
        public ?Verdict $verdict = null,
        public array $ready = [],
        public int $left = 0,
    ) {
        $this->verdicts = Verdict::cases();
        $this->lengths = PieceLength::cases();
    }

    /** @return array<string, string> for an address; without the page */
    public function parameters(): array
    {
        return array_filter(
            [
                'search' => $this->search->text,
                'book' => $this->search->book,
                'key' => $this->search->key,
                'meter' => $this->search->meter,
                'length' => $this->search->length->value ?? '',
                'work' => $this->inWork ? '1' : '',
                'for' => null === $this->class ? '' : 'class-'.$this->class->getId(),
                'ready' => $this->verdict->value ?? '',
                'sort' => $this->sort(),
            ],
            static fn (string $value): bool => '' !== $value,
        );
    }

    /** All pieces are shown. */
    public function isWhole(): bool
    {
        return $this->search->isWhole();
    }

    /** The order as an address has it; empty for that of the books. */
    public function sort(): string
    {
        $name = ($this->search->turned ? '-' : '').$this->search->order->value;

        return PieceOrder::Book->value === $name ? '' : $name;
    }

    /** The order that a column's head asks for: its own, or turned round where it has it already. */
    public function sortBy(string $column): string
    {
        return ($this->search->order->value === $column && !$this->search->turned ? '-' : '').$column;
    }

    /** What a column's head says of its order to a screen reader; empty where another column has it. */
    public function sorted(string $column): string
    {
        return match (true) {
            $this->search->order->value !== $column => '',
            $this->search->turned => 'descending',
            default => 'ascending',
        };
    }
}
