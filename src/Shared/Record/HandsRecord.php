<?php

declare(strict_types=1);

namespace App\Shared\Record;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\HandEdit;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Analysis\BothHands;
use CoinStair\Core\Analysis\HandPolicies;
use CoinStair\Core\LeftHand\HandMarks;
use CoinStair\Core\Practice\ChunkCoverage;
use CoinStair\Core\Practice\CoverageState;
use CoinStair\Core\Score\HandEdits;
use CoinStair\Core\Score\Instrument;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Contracts\Cache\CacheInterface;

/** Both hands of a piece for a class: under its policies, with what its teacher set, and what it has met before. Reckoned once for each state of these. */
final readonly class HandsRecord
{
    /** Chunks that are looked through for what a class has met: more than a class learns in two years. */
    private const CHUNKS = 400;

    public function __construct(private EntityManagerInterface $entities, private CacheInterface $cache, private ClassRecord $record)
    {
    }

    /**
     * @param SchoolClass|null $class none: only what was set for all classes counts, and nothing is known
     * @param int              $tempo beats a minute
     */
    public function of(Piece $piece, Instrument $instrument, HandPolicies $policies, ?SchoolClass $class, int $tempo): BothHands
    {
        $edits = array_map(static fn (HandEdit $edit): \CoinStair\Core\Score\HandEdit => $edit->edit(), $this->edits($piece, $class, $instrument));
        $known = null === $class ? [] : $this->known($class, $instrument);

        return $this->cached($piece, $instrument, $policies, $tempo, $edits, $known);
    }

    /**
     * What was set of a piece's notes: first for all classes, then for this one.
     *
     * @return list<HandEdit>
     */
    public function edits(Piece $piece, ?SchoolClass $class, ?Instrument $instrument = null): array
    {
        $query = $this->entities->createQueryBuilder()->select('e')->from(HandEdit::class, 'e')->where('e.piece = :piece')->setParameter('piece', $piece);
        null === $class ? $query->andWhere('e.class IS NULL') : $query->andWhere('e.class IS NULL OR e.class = :class')->setParameter('class', $class);
        if (null !== $instrument) {
            $query->andWhere('e.instrument = :instrument')->setParameter('instrument', $instrument);
        }
        /** @var list<HandEdit> $edits */
        $edits = $query->setMaxResults(HandEdit::LIMIT)->orderBy('e.id')->getQuery()->getResult();
        usort($edits, static fn (HandEdit $one, HandEdit $other): int => [null !== $one->getClass(), $one->getId()] <=> [null !== $other->getClass(), $other->getId()]);

        return $edits;
    }

    /**
     * The places on the fingerboard that a class has played with coins, in any piece.
     *
     * @return list<string> as HandMarks::place() names them
     */
    public function known(SchoolClass $class, Instrument $instrument): array
    {
        $policies = $class->handPolicies();
        $met = array_keys(array_filter($this->record->coverage($class), static fn (ChunkCoverage $chunk): bool => \in_array($chunk->state, [CoverageState::InProgress, CoverageState::AtGoal], true)));
        if ([] === $met) {
            return [];
        }
        /** @var list<Chunk> $chunks */
        $chunks = $this->entities->createQuery('SELECT c, p FROM '.Chunk::class.' c JOIN c.piece p WHERE c.id IN (:ids)')->setParameter('ids', \array_slice($met, 0, self::CHUNKS))->getResult();
        $versions = implode('-', array_map(static fn (Chunk $chunk): string => $chunk->getId().'.'.$chunk->getPiece()->getVersion(), $chunks));

        return $this->cache->get('known.'.$instrument->value.'.'.$policies->fingerprint().'.'.hash('xxh128', $versions), function () use ($chunks, $policies, $instrument): array {
            $places = [];
            foreach ($chunks as $chunk) {
                $piece = $chunk->getPiece();
                $hands = $piece->score()->isOutline() ? null : $this->cached($piece, $instrument, $policies, $piece->getGoalTempo(), [], []);
                foreach ($hands->fingering->notes ?? [] as $index => $note) {
                    $choice = $hands?->fingering->choices[$index] ?? null;
                    if (null !== $hands && null !== $choice && $note->position >= $chunk->span()->from->position && $note->position <= $chunk->span()->lastPosition()) {
                        $places[HandMarks::place($hands->fingering, $choice)] = true;
                    }
                }
            }
            ksort($places);

            return array_keys($places);
        });
    }

    /**
     * @param list<\CoinStair\Core\Score\HandEdit> $edits
     * @param list<string>                         $known
     */
    private function cached(Piece $piece, Instrument $instrument, HandPolicies $policies, int $tempo, array $edits, array $known): BothHands
    {
        $key = 'hands.'.hash('xxh128', serialize([$piece->scoreText(), $instrument, $policies->fingerprint(), $tempo, $edits, $known]));

        return $this->cache->get($key, static fn (): BothHands => BothHands::of($piece->score(), $instrument, $policies, $tempo, HandEdits::of($edits), $known));
    }
}
