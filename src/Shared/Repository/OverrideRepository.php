<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\Override;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Override as Setting;
use Doctrine\DBAL\ParameterType;
use Doctrine\ORM\EntityManagerInterface;

/** What teachers set of the notes of a piece. */
final readonly class OverrideRepository
{
    public function __construct(private EntityManagerInterface $entities, private CurrentProgram $program)
    {
    }

    /**
     * What tells one state of all that is set of the notes of each piece from any other.
     *
     * @param SchoolClass|null $class none: only what was set for all classes
     *
     * @return array<int, string> by piece id; none where nothing is set
     */
    public function states(?SchoolClass $class): array
    {
        /** @var list<array{piece_id: int|string, state: int|string}> $rows */
        $rows = $this->entities
            ->getConnection()
            ->fetchAllAssociative(
                'SELECT piece_id, '.
                    Checksum::over('id, note, kind, value').
                    ' state FROM hand_override WHERE program_id = ? AND (class_id IS NULL OR class_id = ?) GROUP BY piece_id',
                [$this->program->get()->getId(), $class?->getId() ?? 0],
                [ParameterType::INTEGER, ParameterType::INTEGER],
            );

        $states = [];
        foreach ($rows as $row) {
            $states[(int) $row['piece_id']] = (string) $row['state'];
        }

        return $states;
    }

    /** @return list<int> ids of the pieces of whose notes a class has something of its own */
    public function piecesOf(?SchoolClass $class): array
    {
        if (null === $class) {
            return [];
        }
        /** @var list<int|string> $ids */
        $ids = $this->entities
            ->getConnection()
            ->fetchFirstColumn(
                'SELECT DISTINCT piece_id FROM hand_override WHERE program_id = ? AND class_id = ?',
                [$this->program->get()->getId(), $class->getId()],
                [ParameterType::INTEGER, ParameterType::INTEGER],
            );

        return array_map(intval(...), $ids);
    }

    /**
     * First what was set for all classes, then for this one.
     *
     * @param SchoolClass|null $class none: only what was set for all classes
     *
     * @return list<Override>
     */
    public function ofPiece(Piece $piece, ?SchoolClass $class): array
    {
        $query = $this->entities
            ->createQueryBuilder()
            ->select('o')
            ->from(Override::class, 'o')
            ->where('o.piece = :piece')
            ->setParameter('piece', $piece);
        if (null === $class) {
            $query->andWhere('o.class IS NULL');
        } else {
            $query->andWhere('o.class IS NULL OR o.class = :class')->setParameter('class', $class);
        }
        /** @var list<Override> $overrides */
        $overrides = $query->setMaxResults(Override::LIMIT)->orderBy('o.id')->getQuery()->getResult();
        usort(
            $overrides,
            static fn (Override $one, Override $other): int => [null !== $one->getClass(), $one->getId()] <=> [
                null !== $other->getClass(),
                $other->getId(),
            ],
        );

        return $overrides;
    }

    /** @return list<Override> of one instrument, for whatever class */
    public function ofInstrument(Piece $piece, Instrument $instrument): array
    {
        return $this->entities
            ->getRepository(Override::class)
            ->findBy(['piece' => $piece, 'instrument' => $instrument], null, Override::LIMIT);
    }

    /** @return list<Override> of all instruments and classes */
    public function all(Piece $piece): array
    {
        return $this->entities->getRepository(Override::class)->findBy(['piece' => $piece]);
    }

    /**
     * Those that count for a class: where it has its own string or finger of a note, what was set of that note's string and finger for all
     * does not.
     *
     * @return array<string, list<Setting>> by instrument
     */
    public function counting(Piece $piece, ?SchoolClass $class): array
    {
        $overrides = $this->ofPiece($piece, $class);
        $own = $counting = [];
        foreach ($overrides as $row) {
            if (null !== $row->getClass() && $row->setting()->isOfLeftHand()) {
                $own[$row->getInstrument()->value][$row->setting()->note] = true;
            }
        }
        foreach ($overrides as $row) {
            $setting = $row->setting();
            $instrument = $row->getInstrument()->value;
            if (null !== $row->getClass() || !$setting->isOfLeftHand() || !isset($own[$instrument][$setting->note])) {
                $counting[$instrument][] = $setting;
            }
        }

        return $counting;
    }
}
