<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Looked\LibraryDetection;
use App\Shared\Looked\LibraryHands;
use App\Shared\Looked\LibraryNeeds;
use App\Shared\Looked\LookedAt;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;
use CoinStair\Core\Skill\PieceFacts;
use CoinStair\Core\Skill\PieceSkills;
use CoinStair\Core\Skill\Skill;

/**
 * In which pieces of the library a skill is found, as a year of playing plays them: read from what was found in each piece, never found
 * anew by a page.
 *
 * @phpstan-import-type Outline from LibraryNeeds
 */
final readonly class FoundInLibrary
{
    /** Pieces that are told with their places. */
    private const SHOWN = 40;
    /** Seconds of a request for a rule that is being typed: a library that takes longer is told as far as it was looked through. */
    private const SECONDS = 1.0;
    /** Pieces whose facts are read together. */
    private const AT_ONCE = 50;

    public function __construct(
        private LibraryNeeds $needs,
        private LibraryDetection $detection,
        private LookedAt $lookedAt,
        private PieceRepository $library,
    ) {
    }

    /** @param int $year of playing, whose hands are reckoned */
    public function of(Skill $skill, int $year): LibraryResult
    {
        $policies = HandPolicies::ofLevel($year);
        $rows = $this->library->outlines();
        [$has, $left] = $this->needs->following(
            Fingerprint::of('has-skill')->with('skill', $skill->code),
            $rows,
            $policies,
            null,
            static fn (iterable $needs): array => self::having($skill, $needs),
        );
        $with = array_values(array_filter($rows, static fn (array $row): bool => isset($has[$row['id']])));
        $hands = $this->detection->hands($policies, null);
        $shown = \array_slice($with, 0, self::SHOWN);
        $facts = $this->lookedAt->facts($hands->allPlayed(), array_column($shown, 'id'));

        return new LibraryResult(
            $this->told($shown, $this->placed($shown, $facts, $hands, $skill)),
            \count($with),
            \count($rows) - $left,
            \count($rows),
        );
    }

    /**
     * @param iterable<int, Needs> $needs by id of the piece
     *
     * @return array<int, true> those that ask for a skill, by id
     */
    private static function having(Skill $skill, iterable $needs): array
    {
        $having = [];
        foreach ($needs as $id => $of) {
            if ($of->hasAnywhere($skill->code)) {
                $having[$id] = true;
            }
        }

        return $having;
    }

    /** A rule that is being typed: held against what is known of the pieces, as far as that goes in the time of a request. */
    public function try(Skill $skill, int $year): LibraryResult
    {
        $until = microtime(true) + self::SECONDS;
        $hands = $this->detection->hands(HandPolicies::ofLevel($year), null);
        $rows = $this->library->outlines();
        $places = [];
        $looked = 0;
        foreach (array_chunk($rows, self::AT_ONCE) as $some) {
            if (microtime(true) > $until) {
                break;
            }
            $facts = $this->lookedAt->facts($hands->allPlayed(), array_column($some, 'id'));
            $missing = array_values(array_filter($some, static fn (array $row): bool => !isset($facts[$hands->factsOf($row)])));
            foreach (array_chunk($missing, LibraryDetection::AT_ONCE) as $few) {
                if (microtime(true) < $until) {
                    $this->detection->look($hands, $few);
                    $facts += $this->lookedAt->facts($hands->allPlayed(), array_column($few, 'id'));
                }
            }
            $places += $this->placed($some, $facts, $hands, $skill);
            $looked += \count(array_filter($some, static fn (array $row): bool => isset($facts[$hands->factsOf($row)])));
        }
        $with = array_values(array_filter($rows, static fn (array $row): bool => isset($places[$row['id']])));

        return new LibraryResult($this->told(\array_slice($with, 0, self::SHOWN), $places), \count($with), $looked, \count($rows));
    }

    /**
     * @param list<Outline>             $rows
     * @param array<string, PieceFacts> $facts by what they followed from
     *
     * @return array<int, array<string, list<int>>> positions of the first measure and how often, by instrument and id of the piece
     */
    private function placed(array $rows, array $facts, LibraryHands $hands, Skill $skill): array
    {
        $places = [];
        foreach ($rows as $row) {
            $skills = PieceSkills::in($facts[$hands->factsOf($row)] ?? PieceFacts::none(), Catalogue::shipped());
            foreach ($skills->instruments() as $instrument) {
                $evidence = $skills->evidence($instrument, $skill);
                if ([] !== $evidence) {
                    $places[$row['id']][$instrument->value] = [$evidence[0]->position, \count($evidence)];
                }
            }
        }

        return $places;
    }

    /**
     * @param list<Outline>                        $rows   that are shown
     * @param array<int, array<string, list<int>>> $places by instrument and id of the piece
     *
     * @return list<FoundPiece>
     */
    private function told(array $rows, array $places): array
    {
        $pieces = $this->library->byIds(array_column($rows, 'id'));
        $told = [];
        foreach ($rows as $row) {
            $piece = $pieces[$row['id']] ?? null;
            if (null === $piece || !isset($places[$row['id']])) {
                continue;
            }
            $numbers = MeasureNumbers::of($piece->score())->all();
            $told[] = new FoundPiece($row['id'], $row['title'], array_map(
                static fn (array $of): array => [$numbers[$of[0]] ?? '', $of[1]],
                $places[$row['id']],
            ));
        }

        return $told;
    }
}
