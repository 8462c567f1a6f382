<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Standing\CoverageState;

/** The table of pieces and classes, with what it was filtered by. */
final readonly class PiecesPage
{
    /** @var list<CoverageState> */
    public array $states;

    /**
     * @param list<SchoolClass> $classes
     * @param list<PieceRow>    $rows
     * @param list<string>      $books   among which one can be chosen
     * @param string            $book    that is shown; empty for all
     * @param int               $page    from 1; 0 where all are there
     * @param bool              $more    there is another page
     */
    public function __construct(
        public array $classes,
        public array $rows,
        public array $books,
        public string $book,
        public ?CoverageState $state,
        public int $page,
        public bool $more,
    ) {
        $this->states = [CoverageState::Started, CoverageState::InProgress, CoverageState::AtGoal];
    }
}
