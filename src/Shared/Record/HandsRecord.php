<?php

declare(strict_types=1);

namespace App\Shared\Record;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\HandEdit;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\HandMarks;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Override as Edit;
use CoinStair\Core\Score\Overrides;
use CoinStair\Core\Standing\ChunkCoverage;
use CoinStair\Core\Standing\CoverageState;
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
     * @param string           $part  id of the part where an instrument has several; its first if none is named
     */
    public function of(Piece $piece, Instrument $instrument, HandPolicies $policies, ?SchoolClass $class, int $tempo, string $part = ''): BothHands
    {
        $edits = self::ofInstrument($this->edits($piece, $class), $instrument);

        return $this->cached($piece, $part, $instrument, $policies, $tempo, $edits, null === $class ? [] : $this->known($class, $instrument));
    }

    /**
     * All that the hands of a class in a piece depend on beside its score and tempo: what was set and what is known.
     *
     * @return array{edits: list<Edit>, known: list<string>}
     */
    public function given(Piece $piece, SchoolClass $class, Instrument $instrument): array
    {
        return ['edits' => self::ofInstrument($this->edits($piece, $class), $instrument), 'known' => $this->known($class, $instrument)];
    }

    /**
     * What was set of a piece's notes: first for all classes, then for this one.
     *
     * @return list<HandEdit>
     */
    public function edits(Piece $piece, ?SchoolClass $class): array
    {
        $query = $this->entities->createQueryBuilder()->select('e')->from(HandEdit::class, 'e')->where('e.piece = :piece')->setParameter('piece', $piece);
        null === $class ? $query->andWhere('e.class IS NULL') : $query->andWhere('e.class IS NULL OR e.class = :class')->setParameter('class', $class);
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
        return $this->met($class)['known'][$instrument->value] ?? [];
    }

    /**
     * What a class has met on the fingerboard: played with coins, or only begun.
     *
     * @param array<string, ChunkCoverage>|null $coverage of the class, where it is known already
     *
     * @return array{known: array<string, list<string>>, introduced: array<string, list<string>>} by instrument
     */
    public function met(SchoolClass $class, ?array $coverage = null): array
    {
        $played = $begun = [];
        foreach ($coverage ?? $this->record->coverage($class) as $id => $chunk) {
            if (\in_array($chunk->state, [CoverageState::InProgress, CoverageState::AtGoal], true)) {
                $played[(int) $id] = (int) $id;
            } elseif (CoverageState::Started === $chunk->state) {
                $begun[(int) $id] = (int) $id;
            }
        }
        if ([] === $played && [] === $begun) {
            return ['known' => [], 'introduced' => []];
        }
        $played = array_values(\array_slice($played, 0, self::CHUNKS));
        $begun = array_values(\array_slice($begun, 0, self::CHUNKS));
        $policies = $class->handPolicies();
        // Versions only rise: their sums change with any of them.
        $versions = $this->entities->createQuery('SELECT COUNT(c.id) chunks, SUM(c.version) cut, SUM(p.version) score FROM '.Chunk::class.' c JOIN c.piece p WHERE c.id IN (:ids)')->setParameter('ids', [...$played, ...$begun])->getScalarResult();
        $state = json_encode([$versions, $played, $begun, $policies->fingerprint()], \JSON_THROW_ON_ERROR);

        return $this->cache->get('met.'.hash('xxh128', $state), function () use ($played, $begun, $policies): array {
            $known = $introduced = [];
            foreach (Instrument::strings() as $instrument) {
                $known[$instrument->value] = $this->places($this->chunks($played), $instrument, $policies);
                $introduced[$instrument->value] = array_values(array_diff($this->places($this->chunks($begun), $instrument, $policies), $known[$instrument->value]));
            }

            return ['known' => $known, 'introduced' => $introduced];
        });
    }

    /**
     * @param list<int> $ids
     *
     * @return list<Chunk>
     */
    private function chunks(array $ids): array
    {
        if ([] === $ids) {
            return [];
        }
        /** @var list<Chunk> $chunks */
        $chunks = $this->entities->createQuery('SELECT c, p FROM '.Chunk::class.' c JOIN c.piece p WHERE c.id IN (:ids)')->setParameter('ids', $ids)->getResult();

        return $chunks;
    }

    /**
     * @param list<Chunk> $chunks
     *
     * @return list<string>
     */
    private function places(array $chunks, Instrument $instrument, HandPolicies $policies): array
    {
        $places = [];
        foreach ($chunks as $chunk) {
            $piece = $chunk->getPiece();
            if ($piece->score()->isOutline()) {
                continue;
            }
            $fingering = $this->cached($piece, '', $instrument, $policies, $piece->getGoalTempo(), [], [])->fingering;
            $span = $chunk->span();
            foreach ($fingering->notes as $index => $note) {
                $choice = $fingering->choices[$index];
                if (null !== $choice && $note->position >= $span->from->position && $note->position <= $span->lastPosition()) {
                    $places[HandMarks::place($fingering, $choice)] = true;
                }
            }
        }
        ksort($places);

        return array_keys($places);
    }

    /**
     * Where a class has its own string or finger of a note, what was set of that note's string and finger for all does not count.
     *
     * @param list<HandEdit> $edits those for all first
     *
     * @return list<Edit>
     */
    private static function ofInstrument(array $edits, Instrument $instrument): array
    {
        $own = [];
        foreach ($edits as $row) {
            if (null !== $row->getClass() && $row->getInstrument() === $instrument && $row->edit()->isOfLeftHand()) {
                $own[$row->edit()->note] = true;
            }
        }
        $counting = [];
        foreach ($edits as $row) {
            $edit = $row->edit();
            if ($row->getInstrument() === $instrument && (null !== $row->getClass() || !$edit->isOfLeftHand() || !isset($own[$edit->note]))) {
                $counting[] = $edit;
            }
        }

        return $counting;
    }

    /**
     * @param list<Edit>   $edits
     * @param list<string> $known
     */
    private function cached(Piece $piece, string $part, Instrument $instrument, HandPolicies $policies, int $tempo, array $edits, array $known): BothHands
    {
        $key = 'hands.'.hash('xxh128', serialize([$piece->scoreText(), $part, $instrument, $policies->fingerprint(), $tempo, $edits, $known]));

        return $this->cache->get($key, static function () use ($piece, $part, $instrument, $policies, $tempo, $edits, $known): BothHands {
            $score = $piece->score();
            $only = $score->part($part);

            return BothHands::of(null === $only ? $score : $score->withParts([$only]), $instrument, $policies, $tempo, Overrides::of($edits), $known);
        });
    }
}
