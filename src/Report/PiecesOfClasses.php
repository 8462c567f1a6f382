<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\CoveredPiece;
use App\Shared\Facts\CoveredPieces;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Repository\ClassRepository;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Standing\CoverageState;

/** Which class played what: every piece that a class of the program has met, with how far each is with it (handbook 7). */
final readonly class PiecesOfClasses
{
    private const CLASSES = 60;
    private const ON_A_PAGE = 60;
    /** Pieces of a file. */
    private const MOST = 5_000;

    public function __construct(
        private ClassRepository $classes,
        private PieceRepository $pieces,
        private CoveredPieces $covered,
        private FactsOfClasses $facts,
    ) {
    }

    /** @param int $page from 1; 0 for all, as a file has them */
    public function of(string $book, ?CoverageState $state, int $page): PiecesPage
    {
        $classes = $this->classes->page(0, self::CLASSES);
        $met = array_filter($this->met($classes), static fn (array $of): bool => null === $state
            || array_any($of, static fn (CoveredPiece $one): bool => $state === $one->state));
        // One more than is shown tells whether there is another page.
        $rows = $this->pieces->named(
            array_keys($met),
            $book,
            max(0, $page - 1) * self::ON_A_PAGE,
            0 === $page ? self::MOST : self::ON_A_PAGE + 1,
        );

        return new PiecesPage(
            $classes,
            array_map(static fn (array $row): PieceRow => new PieceRow(
                $row['id'],
                $row['title'],
                trim($row['book'].' '.$row['numberInBook']),
                $met[$row['id']],
            ), 0 === $page ? $rows : \array_slice($rows, 0, self::ON_A_PAGE)),
            $this->pieces->books(),
            $book,
            $state,
            $page,
            $page > 0 && \count($rows) > self::ON_A_PAGE,
        );
    }

    /**
     * @param list<SchoolClass> $classes
     *
     * @return array<int, array<int, CoveredPiece>> by id of the piece and of the class
     */
    private function met(array $classes): array
    {
        $this->facts->look($classes);
        $met = [];
        foreach ($classes as $class) {
            foreach ($this->covered->of($class) as $piece) {
                $met[$piece->piece][(int) $class->getId()] = $piece;
            }
        }

        return $met;
    }
}
