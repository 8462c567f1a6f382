<?php

declare(strict_types=1);

namespace App\Shared\Plans;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\CoveredPiece;
use App\Shared\Facts\CoveredPieces;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Lesson\KnownPiece;

/** What a class plays again at the end of a lesson on another piece: of those that were at their goal the one that rested longest. */
final readonly class KnownPieces
{
    public function __construct(private CoveredPieces $covered, private PieceRepository $pieces)
    {
    }

    public function of(Piece $piece, SchoolClass $class): ?KnownPiece
    {
        $known = array_filter(
            $this->covered->of($class),
            static fn (CoveredPiece $one): bool => !$one->isInWork() && $one->piece !== $piece->getId(),
        );
        $rested = static fn (CoveredPiece $one): array => [$one->last, $one->piece];
        usort($known, static fn (CoveredPiece $one, CoveredPiece $other): int => $rested($one) <=> $rested($other));
        foreach ($known as $one) {
            $row = $this->pieces->byIds([$one->piece])[$one->piece] ?? null;
            if (null !== $row && !$row->isPutAway()) {
                $goal = max(1, $one->reach->goal);

                return new KnownPiece($one->piece, $row->getTitle(), $goal, ($row->seconds() * $row->getGoalTempo()) / $goal);
            }
        }

        return null;
    }
}
