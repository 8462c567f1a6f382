<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\PieceRepository;
use App\Shared\Repository\SequenceRepository;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Skill\ClassSkills;
use CoinStair\Core\Skill\Needs;
use CoinStair\Core\Skill\Prospect;
use CoinStair\Core\Skill\Readiness;
use CoinStair\Core\Skill\WhatNext;

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
            ->with('skills', $this->skills->stateOf($class))
            ->with('thresholds', $this->skills->thresholds())
            ->with('day', $this->skills->today())
            ->with('class', $class->getVersion())
            ->with('planned', $planned);
        [$ranked, $left] = $this->needs->following(
            $follows,
            $rows,
            $class->handPolicies(),
            $class,
            fn (array $needs): WhatNext => $this->ranked($class, $rows, $needs, $planned),
        );

        return new RankedLibrary($ranked, array_column($rows, null, 'id'), $left);
    }

    /**
     * @param list<Outline>     $rows
     * @param array<int, Needs> $needs   by id of the piece
     * @param array<int, true>  $planned by id of the piece
     */
    private function ranked(SchoolClass $class, array $rows, array $needs, array $planned): WhatNext
    {
        $known = $this->skills->of($class);
        $first = [];
        foreach ($rows as $row) {
            if (isset($needs[$row['id']]) && $needs[$row['id']]->isKnown()) {
                $first[] = new Prospect(
                    $row['id'],
                    $this->readiness($needs[$row['id']], $known),
                    null,
                    $row['goalTempo'],
                    isPlanned: isset($planned[$row['id']]),
                );
            }
        }
        $ranked = WhatNext::of($first);
        $best = [...\array_slice($ranked->next, 0, self::COMFORTS), ...\array_slice($ranked->easy, 0, self::COMFORTS)];
        $comforts = $this->comforts($class, array_map(static fn (Prospect $one): int => $one->piece, $best));

        return WhatNext::of(
            array_map(
                static fn (Prospect $one): Prospect => new Prospect(
                    $one->piece,
                    $one->readiness,
                    $comforts[$one->piece] ?? null,
                    $one->goal,
                    isPlanned: $one->isPlanned,
                ),
                $best,
            ),
        );
    }

    private function readiness(Needs $needs, ClassSkills $class): Readiness
    {
        return Readiness::of($needs, $class, $this->skills->catalogue());
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
