<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Entity\Piece;
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
        $met = $this->met($classes);
        $pieces = array_filter(
            $this->pieces->byIds(\array_slice(array_keys($met), 0, self::MOST)),
            static fn (Piece $piece): bool => '' === $book || $piece->getBook() === $book,
        );
        if (null !== $state) {
            $pieces = array_filter($pieces, static fn (Piece $piece): bool => \in_array(
                $state,
                array_map(static fn (CoveredPiece $one): CoverageState => $one->state, $met[(int) $piece->getId()]),
                true,
            ));
        }
        usort($pieces, self::inOrder(...));
        $pages = max(1, (int) ceil(\count($pieces) / self::ON_A_PAGE));
        $shown = 0 === $page ? $pieces : \array_slice($pieces, (min($page, $pages) - 1) * self::ON_A_PAGE, self::ON_A_PAGE);

        return new PiecesPage(
            $classes,
            array_map(static fn (Piece $piece): PieceRow => new PieceRow(
                (int) $piece->getId(),
                $piece->getTitle(),
                trim($piece->getBook().' '.$piece->getNumberInBook()),
                $met[(int) $piece->getId()],
            ), $shown),
            $this->pieces->books(),
            $book,
            $state,
            min(max(1, $page), $pages),
            $pages,
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

    private static function inOrder(Piece $a, Piece $b): int
    {
        return ('' === $a->getBook()) <=> ('' === $b->getBook())
            ?: strnatcasecmp($a->getBook(), $b->getBook())
            ?: strnatcasecmp($a->getNumberInBook(), $b->getNumberInBook())
            ?: strnatcasecmp($a->getTitle(), $b->getTitle())
            ?: $a->getId() <=> $b->getId();
    }
}
