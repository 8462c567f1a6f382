<?php

declare(strict_types=1);

namespace App\Shared\Looked;

use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;
use CoinStair\Core\Skill\PieceFacts;
use CoinStair\Core\Skill\Rule\Facts;
use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;

/**
 * What was found in each piece of a library: a table that can be made again from the pieces at any time. Each row says from what its facts
 * and its skills followed, so that one that is old is seen to be so, and made anew by LibraryLook.
 */
final readonly class LookedAt
{
    private const ROWS = 'piece_skills';
    /** How much the facts of a piece are packed: they are read again when a rule changes, and for the places of one skill. */
    private const PACKED = 3;
    /** Pieces whose skills are read together. */
    private const AT_ONCE = 250;

    public function __construct(private Connection $database, private CurrentProgram $program)
    {
    }

    /**
     * The skills of pieces, read as they are asked for: never those of a whole library at once.
     *
     * @param array<int, string> $needsOf what they follow from, by id of the piece
     * @param list<string>       $played  in whose hands
     *
     * @return \Generator<int, Needs> by id of the piece, in their order; those that are not there, or old, are left out
     */
    public function needs(array $needsOf, array $played, Catalogue $catalogue): \Generator
    {
        $codes = $catalogue->codes();
        foreach (array_chunk($needsOf, self::AT_ONCE, true) as $some) {
            $kept = array_column($this->rows('needs_of, needs', $played, array_keys($some)), 1, 0);
            foreach ($some as $piece => $of) {
                if (isset($kept[$of])) {
                    yield $piece => Needs::unpack($kept[$of], $codes);
                }
            }
        }
    }

    /**
     * Of which pieces the skills are as they should be, without reading them.
     *
     * @param list<string>   $played in whose hands
     * @param list<int>|null $pieces ids; of the whole library if none are named
     *
     * @return array<string, true> by what they followed from
     */
    public function known(array $played, ?array $pieces = null): array
    {
        return array_fill_keys(array_column($this->rows('needs_of', $played, $pieces), 0), true);
    }

    /**
     * @param list<string> $played in whose hands
     * @param list<int>    $pieces ids
     *
     * @return array<string, PieceFacts> by what they followed from
     */
    public function facts(array $played, array $pieces): array
    {
        $facts = [];
        foreach ($this->rows('facts_of, facts', $played, $pieces) as [$of, $kept]) {
            $read = unserialize((string) gzinflate($kept), ['allowed_classes' => [PieceFacts::class, Facts::class]]);
            $facts += $read instanceof PieceFacts ? [$of => $read] : [];
        }

        return $facts;
    }

    /**
     * @param string          $played  in whose hands
     * @param string          $factsOf what the facts followed from
     * @param PieceFacts|null $facts   none where those that are there are still right
     * @param string          $needsOf what the skills followed from
     */
    public function keep(
        int $piece,
        string $played,
        string $factsOf,
        ?PieceFacts $facts,
        string $needsOf,
        Needs $needs,
        Catalogue $catalogue,
    ): void {
        $first = $needs->pack(array_flip($catalogue->codes()));
        if (null === $facts) {
            $this->database->executeStatement(
                'UPDATE '.self::ROWS.' SET needs_of = ?, needs = ? WHERE piece_id = ? AND played = ? AND program_id = ? AND facts_of = ?',
                [$needsOf, $first, $piece, $played, $this->program->id(), $factsOf],
            );

            return;
        }
        // A piece that was deleted meanwhile has no row any more, and gets none.
        $this->database->executeStatement(
            'INSERT INTO '.self::ROWS.' (piece_id, program_id, played, facts_of, facts, needs_of, needs) '.
                'SELECT p.id, p.program_id, ?, ?, ?, ?, ? FROM piece p WHERE p.id = ? AND p.program_id = ? '.
                'ON DUPLICATE KEY UPDATE facts_of = VALUES(facts_of), facts = VALUES(facts), '.
                'needs_of = VALUES(needs_of), needs = VALUES(needs)',
            [
                $played,
                $factsOf,
                (string) gzdeflate(serialize($facts), self::PACKED),
                $needsOf,
                $first,
                $piece,
                $this->program->id(),
            ],
        );
    }

    /**
     * Those that no class and no year is played by any more.
     *
     * @param list<string> $played that are in use
     */
    public function forgetOthers(array $played): void
    {
        $this->database->executeStatement(
            'DELETE FROM '.self::ROWS.' WHERE program_id = ? AND played NOT IN (?)',
            [$this->program->id(), $played],
            [ParameterType::INTEGER, ArrayParameterType::STRING],
        );
    }

    /**
     * @param list<string>   $played
     * @param list<int>|null $pieces
     *
     * @return list<array{string, string}> or of one column each
     */
    private function rows(string $columns, array $played, ?array $pieces): array
    {
        if ([] === $played || [] === $pieces) {
            return [];
        }
        $parameters = [$this->program->id(), $played];
        $types = [ParameterType::INTEGER, ArrayParameterType::STRING];
        if (null !== $pieces) {
            $parameters[] = $pieces;
            $types[] = ArrayParameterType::INTEGER;
        }
        /** @var list<array{string, string}> $rows */
        $rows = $this->database->fetchAllNumeric(
            "SELECT $columns FROM ".self::ROWS.' WHERE program_id = ? AND played IN (?)'.(null === $pieces ? '' : ' AND piece_id IN (?)'),
            $parameters,
            $types,
        );

        return $rows;
    }
}
