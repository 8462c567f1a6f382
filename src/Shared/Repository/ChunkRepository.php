<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Tenancy\CurrentProgram;
use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\ParameterType;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Mapping\ClassMetadata;

/** The chunks of a piece, in the order of the music, longer before shorter. */
final readonly class ChunkRepository
{
    /** A piece holds at most so many chunks. */
    public const LIMIT = 300;

    public function __construct(private EntityManagerInterface $entities, private CurrentProgram $program)
    {
    }

    /** The chunks of a piece; each without its piece, which would come with each. */
    public function of(Piece $piece): PieceChunks
    {
        /** @var list<Chunk> $chunks */
        $chunks = $this->entities
            ->createQuery(
                'SELECT c FROM '.
                    Chunk::class.
                    ' c WHERE c.piece = :piece ORDER BY c.fromPosition, c.fromOffset, c.toPosition, c.toOffset, c.id',
            )
            ->setFetchMode(Chunk::class, 'piece', ClassMetadata::FETCH_LAZY)
            ->setParameter('piece', $piece)
            ->getResult();

        return new PieceChunks($chunks);
    }

    /** @return list<int> ids of the chunks on which a class's latest sequence on a piece was built; none where there is no sequence */
    public function frozen(Piece $piece, SchoolClass $class): array
    {
        /** @var list<array{cut: list<int>}> $rows */
        $rows = $this->entities
            ->createQuery(
                'SELECT s.cut FROM '.
                    Sequence::class.
                    ' s WHERE s.piece = :piece AND s.class = :class AND s.putAwayAt IS NULL ORDER BY s.changedAt DESC, s.id DESC',
            )
            ->setParameter('piece', $piece)
            ->setParameter('class', $class)
            ->setMaxResults(1)
            ->getArrayResult();

        return $rows[0]['cut'] ?? [];
    }

    /**
     * @param list<int|string> $ids
     *
     * @return list<Chunk> with their pieces, by id; removed ones too, since logs speak of them
     */
    public function byIds(array $ids): array
    {
        if ([] === $ids) {
            return [];
        }
        /** @var list<Chunk> $chunks */
        $chunks = $this->entities
            ->createQuery('SELECT c, p FROM '.Chunk::class.' c JOIN c.piece p WHERE c.id IN (:ids) ORDER BY c.id')
            ->setParameter('ids', $ids)
            ->getResult();

        return $chunks;
    }

    /**
     * What tells one state of each of some chunks, with its piece, and of some pieces from any other: one query for all of them.
     *
     * @param list<int> $chunks ids
     * @param list<int> $pieces ids
     *
     * @return array{array<int, string>, array<int, string>} of the chunks and of the pieces, by id
     */
    public function versions(array $chunks, array $pieces): array
    {
        $program = $this->program->get()->getId();
        /** @var list<array{what: string, id: int|string, version: string}> $rows */
        $rows = [] === $chunks && [] === $pieces ? [] : $this->entities->getConnection()->fetchAllAssociative(
            "SELECT 'chunk' what, c.id, CONCAT_WS(':', c.version, p.version, p.score_hash) version FROM chunk c ".
                'JOIN piece p ON p.id = c.piece_id WHERE c.id IN (?) AND c.program_id = ? UNION ALL '.
                "SELECT 'piece', id, CONCAT_WS(':', version, score_hash) FROM piece WHERE id IN (?) AND program_id = ?",
            [$chunks, $program, $pieces, $program],
            [ArrayParameterType::INTEGER, ParameterType::INTEGER, ArrayParameterType::INTEGER, ParameterType::INTEGER],
        );
        $versions = ['chunk' => [], 'piece' => []];
        foreach ($rows as $row) {
            $versions[$row['what']][(int) $row['id']] = (string) $row['version'];
        }

        return [$versions['chunk'], $versions['piece']];
    }

    /**
     * What tells one state of all chunks of some pieces, and of what was set of their notes, from any other.
     *
     * @param list<int> $pieces ids
     *
     * @return array<int, string> by piece id
     */
    public function statesOfPieces(array $pieces): array
    {
        $states = array_fill_keys($pieces, '');
        foreach (['chunk' => 'id, version', 'hand_override' => 'id, note'] as $table => $state) {
            /** @var list<array{piece_id: int, rows_there: int|string, state: int|string}> $rows */
            $rows =
                [] === $pieces
                    ? []
                    : $this->entities
                        ->getConnection()
                        ->fetchAllAssociative(
                            'SELECT piece_id, COUNT(*) rows_there, '.
                                Checksum::over($state).
                                " state FROM $table WHERE piece_id IN (?) AND program_id = ? GROUP BY piece_id",
                            [$pieces, $this->program->get()->getId()],
                            [ArrayParameterType::INTEGER, ParameterType::INTEGER],
                        );
            foreach ($rows as $row) {
                $states[$row['piece_id']] .= $table.$row['rows_there'].':'.$row['state'].' ';
            }
        }

        return $states;
    }
}
