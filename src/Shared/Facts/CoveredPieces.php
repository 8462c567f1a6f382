<?php

declare(strict_types=1);

namespace App\Shared\Facts;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\ChunkRepository;
use CoinStair\Core\Chunk\PlaceNames;
use CoinStair\Core\Log\Coverage;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Standing\ChunkCoverage;
use CoinStair\Core\Standing\Matter;
use CoinStair\Core\Standing\Reach;
use CoinStair\Core\Standing\Standing;

/** The pieces that a class has met, with the tempo reached in each chunk. */
final readonly class CoveredPieces
{
    public function __construct(
        private ChunkRepository $chunks,
        private Standings $standings,
        private FactsOfClasses $facts,
        private Memory $memory,
    ) {
    }

    /** @return list<CoveredPiece> the one taught last first */
    public function of(SchoolClass $class): array
    {
        $fingerprint = Fingerprint::of('covered')->with('class', $this->facts->of($class)->taught());

        return $this->memory->remember($fingerprint, fn (): array => $this->covered($this->standings->of($class)));
    }

    /** How far a class is with a piece; none where it never met it. */
    public function reach(SchoolClass $class, int $piece): ?Reach
    {
        return array_find($this->of($class), static fn (CoveredPiece $one): bool => $one->piece === $piece)?->reach;
    }

    /**
     * Pieces that were begun by one of some classes and whose whole is not at its goal there yet.
     *
     * @param list<SchoolClass> $classes
     *
     * @return list<int> ids
     */
    public function inWork(array $classes): array
    {
        $this->facts->look($classes);
        $ids = [];
        foreach ($classes as $class) {
            foreach ($this->of($class) as $piece) {
                if ($piece->isInWork()) {
                    $ids[$piece->piece] = true;
                }
            }
        }

        return array_keys($ids);
    }

    /** @return list<CoveredPiece> */
    private function covered(Standing $standing): array
    {
        // Rungs on open strings lead to a chunk; by themselves they cover nothing of it.
        $met = array_values(array_filter($standing->coverage(), static fn (ChunkCoverage $met): bool => $met->matter->isChunk()));
        $rows = [];
        foreach ($this->chunks->byIds(array_map(static fn (ChunkCoverage $one): string => $one->matter->chunk, $met)) as $chunk) {
            $of = $standing->coverageOf(Matter::of((string) $chunk->getId()));
            if (null !== $of) {
                $rows[(int) $chunk->getPiece()->getId()][] = [$chunk, $of];
            }
        }
        $pieces = array_map($this->piece(...), array_values($rows));
        usort($pieces, static fn (CoveredPiece $a, CoveredPiece $b): int => $b->last <=> $a->last);

        return $pieces;
    }

    /** @param non-empty-list<array{Chunk, ChunkCoverage}> $rows */
    private function piece(array $rows): CoveredPiece
    {
        usort($rows, static function (array $a, array $b): int {
            $one = $a[0]->chunk();
            $other = $b[0]->chunk();

            return $one->from->compare($other->from) ?: $one->to->compare($other->to);
        });
        $piece = $rows[0][0]->getPiece();
        $score = $piece->score();
        $names = PlaceNames::of($score);
        $wholeAtGoal = false;
        $chunks = [];
        foreach ($rows as [$chunk, $met]) {
            $wholeAtGoal = $wholeAtGoal || ($met->isAtGoal() && $chunk->chunk()->isWhole($score));
            $label = $names->chunk($chunk->chunk());
            $chunks[] = new CoveredChunk($label, $met->reached, $met->goal, $met->coins, $met->lastDay);
        }
        $met = array_column($rows, 1);

        return new CoveredPiece(
            (int) $piece->getId(),
            $piece->getTitle(),
            Coverage::ofPiece($met, $wholeAtGoal),
            max(array_map(static fn (ChunkCoverage $one): string => $one->lastDay, $met)),
            $chunks,
            Reach::of($score, array_map(static fn (array $row): array => [$row[0]->chunk(), $row[1]], $rows)),
        );
    }
}
