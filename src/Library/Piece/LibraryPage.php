<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Skill\Readiness;
use CoinStair\Core\Skill\Verdict;

/**
 * A page of the library, and for a class how ready it is for each piece.
 *
 * @phpstan-type Row array{
 *     id: int, title: string, composer: string, book: string, numberInBook: string, keyName: string, keyMode: string, meter: string,
 *     measures: int, parts: int, goalTempo: int, beats: float,
 * }
 */
final readonly class LibraryPage
{
    /** @var list<Verdict> */
    public array $verdicts;

    /**
     * @param list<Row>                          $pieces
     * @param list<array{id: int, name: string}> $classes of which one can be chosen
     * @param array<int, Readiness>              $ready   of the class for each piece, by id; outlines have none
     * @param int                                $left    pieces that nobody looked at yet
     */
    public function __construct(
        public array $pieces,
        public string $search,
        public int $page,
        public bool $more,
        public array $classes,
        public ?SchoolClass $class = null,
        public ?Verdict $verdict = null,
        public array $ready = [],
        public int $left = 0,
    ) {
        $this->verdicts = Verdict::cases();
    }

    /** @return array<string, string> for an address; without the page */
    public function parameters(): array
    {
        return array_filter([
            'search' => $this->search,
            'for' => null === $this->class ? '' : 'class-'.$this->class->getId(),
            'ready' => $this->verdict->value ?? '',
        ]);
    }
}
