<?php

declare(strict_types=1);

namespace App\Shared\Looked;

use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\OverrideRepository;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Needs;
use CoinStair\Core\Skill\PieceSkills;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * Looks through pieces of a library: finds their facts, and their skills in the facts, and keeps both (LookedAt). Of what lies in between,
 * fingers and bows, nothing is kept: a library of thousands would fill the store of results.
 *
 * @phpstan-import-type Outline from LibraryNeeds
 */
final readonly class LibraryDetection
{
    /** Pieces that are looked at together. */
    public const AT_ONCE = 8;

    public function __construct(
        private PieceRepository $library,
        private OverrideRepository $overrides,
        private SkillsOfPieces $skills,
        private LookedAt $lookedAt,
        #[Autowire('%rules_version%')] private string $rules,
    ) {
    }

    public function hands(HandPolicies $policies, ?SchoolClass $class): LibraryHands
    {
        return new LibraryHands(
            $policies,
            $class,
            $this->overrides->states($class),
            array_fill_keys($this->overrides->piecesOf($class), true),
            $this->rules,
            $this->skills->catalogue()->jsonSerialize(),
        );
    }

    /**
     * @param list<Outline> $rows a few
     *
     * @return list<int> ids of those that are there; a piece may have gone meanwhile
     */
    public function look(LibraryHands $hands, array $rows): array
    {
        $ids = array_column($rows, 'id');
        $kept = $this->lookedAt->facts($hands->allPlayed(), $ids);
        $wanted = array_filter($rows, static fn (array $row): bool => !isset($kept[$hands->factsOf($row)]));
        $pieces = $this->library->byIds(array_column($wanted, 'id'));
        $found = [];
        foreach ($rows as $row) {
            $factsOf = $hands->factsOf($row);
            $piece = $pieces[$row['id']] ?? null;
            $facts = $kept[$factsOf] ?? (null === $piece ? null : $this->skills->facts($piece, $hands));
            if (null === $facts) {
                continue;
            }
            $needs = Needs::of(PieceSkills::in($facts, $this->skills->catalogue()), Instrument::strings());
            $this->lookedAt->keep(
                $row['id'],
                $hands->played($row['id']),
                $factsOf,
                isset($kept[$factsOf]) ? null : $facts,
                $hands->needsOf($row),
                $needs,
                $this->skills->catalogue(),
            );
            $found[] = $row['id'];
        }

        return $found;
    }
}
