<?php

declare(strict_types=1);

namespace App\Shared\Record;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Piece;
use CoinStair\Core\Chunk\Chunk as Span;
use Doctrine\ORM\EntityManagerInterface;

/** The chunks of a piece, in the order of the music, longer before shorter. */
final readonly class ChunkList
{
    /** A piece holds at most so many chunks. */
    public const LIMIT = 300;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** @return list<Chunk> those that can be taught: the cut, and what sequences made of it */
    public function of(Piece $piece): array
    {
        /** @var list<Chunk> $chunks */
        $chunks = $this->entities->createQuery('SELECT c FROM '.Chunk::class.' c WHERE c.piece = :piece AND c.removed = false ORDER BY c.fromPosition, c.fromOffset, c.toPosition, c.toOffset, c.id')
            ->setParameter('piece', $piece)->setMaxResults(self::LIMIT)->getResult();

        return $chunks;
    }

    /** @return array<int, Span> the cut that a teacher works on, by chunk id; none where nobody changed what is proposed */
    public function cut(Piece $piece): array
    {
        return self::ownOf($this->of($piece));
    }

    /**
     * @param list<Chunk> $chunks
     *
     * @return array<int, Span> those that are part of the cut, by chunk id
     */
    public static function ownOf(array $chunks): array
    {
        $spans = [];
        foreach ($chunks as $chunk) {
            if ($chunk->isOwn()) {
                $spans[(int) $chunk->getId()] = $chunk->span();
            }
        }

        return $spans;
    }

    /**
     * The chunks of the piece with these edges; those that are missing are made, outside the cut.
     *
     * @param list<Span> $spans
     *
     * @return list<Chunk> one for each span
     */
    public function have(Piece $piece, array $spans): array
    {
        $byEdges = [];
        foreach ($this->of($piece) as $chunk) {
            $byEdges[$chunk->span()->edges()] = $chunk;
        }
        $chunks = [];
        foreach ($spans as $span) {
            $edges = $span->edges();
            if (!isset($byEdges[$edges])) {
                $byEdges[$edges] = new Chunk($piece, $span, false);
                $this->entities->persist($byEdges[$edges]);
            }
            $chunks[] = $byEdges[$edges];
        }

        return $chunks;
    }
}
