<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Facts\Skills;
use App\Shared\Looked\LibraryNeeds;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Progress\Baseline;
use CoinStair\Core\Readiness\BookOrder;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Needs;

/** Tells where each skill comes first in a book, what jumps, and what is met once and never again. */
final readonly class BookView
{
    public function __construct(private PieceRepository $library, private LibraryNeeds $needs, private Skills $skills)
    {
    }

    /**
     * @param int  $year       of playing, whose hands are reckoned
     * @param bool $isPresumed what the years before usually meet is known when the book begins
     */
    public function of(string $book, int $year, bool $isPresumed): BookPage
    {
        $rows = $this->library->outlines(null, $book);
        [$needs, $left] = $this->needs->of($rows, HandPolicies::ofLevel($year));
        // A book is small.
        $needs = iterator_to_array($needs);
        $catalogue = $this->skills->catalogue();
        $order = BookOrder::of(
            array_map(static fn (array $row): ?Needs => ($needs[$row['id']] ?? null)?->isKnown() ? $needs[$row['id']] : null, $rows),
            $catalogue,
            Instrument::strings(),
            $isPresumed ? Baseline::ofYear($catalogue, $year) : null,
        );

        return new BookPage($book, $rows, $order, $catalogue, $isPresumed, $left);
    }
}
