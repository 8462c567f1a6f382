<?php

declare(strict_types=1);

namespace App\Shared\Plans;

use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Facts\Skills;
use App\Shared\Looked\LibraryNeeds;
use App\Shared\Repository\PieceRepository;
use App\Shared\Repository\SequenceRepository;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Readiness\Glance;
use CoinStair\Core\Readiness\Prospect;
use CoinStair\Core\Readiness\Readiness;
use CoinStair\Core\Readiness\WhatNext;
use CoinStair\Core\Skill\Needs;

/**
 * The library ranked for a class: loads what the ranking follows from.
 *
 * @phpstan-import-type Outline from LibraryNeeds
 */
final readonly class Prospects
{
    /** Pieces of the first ranking, by skills alone, of which it is reckoned how comfortable they are. */
    private const COMFORTS = 8;

    public function __construct(
        private FactsOfClasses $facts,
        private Skills $skills,
        private LibraryNeeds $needs,
        private PieceRepository $library,
        private SequenceRepository $sequences,
        private PiecesForClasses $pieces,
    ) {
    }

    /** @param list<int> $learned ids of pieces that the class has learned, or is learning: they are not next any more */
    public function of(SchoolClass $class, array $learned): RankedLibrary
    {
        $rows = array_values(
            array_filter($this->library->outlines(), static fn (array $row): bool => !\in_array($row['id'], $learned, true)),
        );
        $planned = array_fill_keys($this->planned($class), true);
        $follows = Fingerprint::of('what-next')
            ->with('class', $this->facts->of($class))
            ->with('class-version', $class->getVersion())
            ->with('planned', $planned);
        [$ranked, $left] = $this->needs->following(
            $follows,
            $rows,
            $class->handPolicies(),
            $class,
            fn (iterable $needs): WhatNext => $this->ranked($class, array_column($rows, null, 'id'), $needs, $planned),
        );

        return new RankedLibrary($ranked, array_column($rows, null, 'id'), $left);
    }

    /**
     * @param array<int, Outline>  $rows    by id of the piece
     * @param iterable<int, Needs> $needs   by id of the piece
     * @param array<int, true>     $planned by id of the piece
     */
    private function ranked(SchoolClass $class, array $rows, iterable $needs, array $planned): WhatNext
    {
        $known = $this->skills->of($class);
        $catalogue = $this->skills->catalogue();
        $first = [];
        foreach ($needs as $id => $of) {
            if ($of->isKnown()) {
                $glance = Glance::at($of, $known, $catalogue);
                $first[] = new Prospect($id, $glance, null, $rows[$id]['goalTempo'], isPlanned: isset($planned[$id]));
            }
        }
        $ranked = WhatNext::of($first);
        $best = [...\array_slice($ranked->next, 0, self::COMFORTS), ...\array_slice($ranked->easy, 0, self::COMFORTS)];
        $ids = array_map(static fn (Prospect $one): int => $one->piece, $best);
        $comforts = $this->comforts($class, $ids);
        [$ofBest] = $this->needs->of(array_values(array_intersect_key($rows, array_flip($ids))), $class->handPolicies(), $class);
        $ofBest = iterator_to_array($ofBest);

        $told = [];
        foreach ($best as $one) {
            // A piece may have gone meanwhile.
            if (isset($ofBest[$one->piece])) {
                $told[] = new Prospect(
                    $one->piece,
                    $one->glance,
                    $comforts[$one->piece] ?? null,
                    $one->goal,
                    isPlanned: $one->isPlanned,
                    readiness: Readiness::of($ofBest[$one->piece], $known, $catalogue),
                );
            }
        }

        return WhatNext::of($told);
    }

    /** @return list<int> ids of pieces for which the class has a sequence */
    private function planned(SchoolClass $class): array
    {
        $pieces = [];
        foreach ($this->sequences->ofClass($class) as $sequence) {
            array_push($pieces, ...$sequence['pieces']);
        }

        return $pieces;
    }

    /**
     * Beats a minute at which the class is comfortable in all of each piece now.
     *
     * @param list<int> $ids
     *
     * @return array<int, float> by id of the piece; none where no hands are known
     */
    private function comforts(SchoolClass $class, array $ids): array
    {
        $comforts = [];
        foreach ($this->library->byIds($ids) as $id => $piece) {
            $of = $this->pieces->of($piece, $class);
            $tempo = $of->difficulty()->hardest(Chunk::whole($of->piece), $of->counting())?->tempo();
            $comforts += null === $tempo ? [] : [$id => $tempo];
        }

        return $comforts;
    }
}
