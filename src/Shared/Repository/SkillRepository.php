<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\OwnSkill;
use App\Shared\Entity\SaidState;
use App\Shared\Entity\SchoolClass;
use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Progress\Said;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Skill;
use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\ParameterType;
use Doctrine\ORM\EntityManagerInterface;

/** States that teachers said, and skills that the program added. */
final readonly class SkillRepository
{
    /** Stands in the states of all classes where the program has skills of its own. */
    public const OWN = 'own';

    public function __construct(private EntityManagerInterface $entities, private CurrentProgram $program)
    {
    }

    /**
     * What tells one state of all that bears on the skills of some classes from any other, beside their logs: what was said, the program's
     * own skills, and what was set of fingers and bows. One query for any number of classes.
     *
     * @param list<SchoolClass> $classes
     *
     * @return array<int, string> by class id
     */
    public function states(array $classes): array
    {
        $ids = array_map(static fn (SchoolClass $class): int => (int) $class->getId(), $classes);
        $program = $this->program->get()->getId();
        /** @var list<array{what: string, of_class: int|string, state: int|string}> $rows */
        $rows = [] === $ids ? [] : $this->entities->getConnection()->fetchAllAssociative(
            "SELECT 'said' what, class_id of_class, ".
                Checksum::over('id, taken_back_at IS NULL').
                ' state FROM said_state WHERE class_id IN (?) AND program_id = ? GROUP BY class_id '.
                "UNION ALL SELECT '".
                self::OWN.
                "', 0, ".
                Checksum::over('id, version, put_away_at IS NULL').
                ' FROM own_skill WHERE program_id = ? HAVING COUNT(*) > 0 '.
                "UNION ALL SELECT 'hands', COALESCE(class_id, 0), ".
                Checksum::over('id, note, kind, value').
                ' FROM hand_override WHERE program_id = ? AND (class_id IS NULL OR class_id IN (?)) GROUP BY class_id',
            [$ids, $program, $program, $program, $ids],
            [
                ArrayParameterType::INTEGER,
                ParameterType::INTEGER,
                ParameterType::INTEGER,
                ParameterType::INTEGER,
                ArrayParameterType::INTEGER,
            ],
        );
        $states = array_fill_keys($ids, '');
        foreach ($rows as $row) {
            foreach (0 === (int) $row['of_class'] ? $ids : [(int) $row['of_class']] as $id) {
                $states[$id] .= $row['what'].$row['state'].' ';
            }
        }

        return $states;
    }

    /** @return list<Skill> of the program, by name */
    public function own(): array
    {
        return array_map(static fn (OwnSkill $row): Skill => $row->skill(), $this->ownRows());
    }

    /** @return list<OwnSkill> by name; those that were put away are none */
    public function ownRows(): array
    {
        /** @var list<OwnSkill> $rows */
        $rows = $this->entities
            ->createQuery('SELECT s FROM '.OwnSkill::class.' s WHERE s.putAwayAt IS NULL ORDER BY s.name, s.id')
            ->setMaxResults(OwnSkill::LIMIT)
            ->getResult();

        return $rows;
    }

    /** @return list<OwnSkill> that were put away, by name */
    public function awayRows(): array
    {
        /** @var list<OwnSkill> $rows */
        $rows = $this->entities
            ->createQuery('SELECT s FROM '.OwnSkill::class.' s WHERE s.putAwayAt IS NOT NULL ORDER BY s.name, s.id')
            ->setMaxResults(OwnSkill::LIMIT)
            ->getResult();

        return $rows;
    }

    /** Also one that was put away: its code stays taken, since records speak of it. */
    public function ownOf(string $code): ?OwnSkill
    {
        return $this->entities->getRepository(OwnSkill::class)->findOneBy(['code' => $code]);
    }

    /**
     * What was said of the skills of some classes and not taken back.
     *
     * @param list<SchoolClass> $classes
     *
     * @return array<int, list<Said>> by class id
     */
    public function said(array $classes): array
    {
        /** @var list<SaidState> $rows */
        $rows = $this->entities
            ->createQuery(
                'SELECT s, a FROM '.
                    SaidState::class.
                    ' s LEFT JOIN s.account a WHERE s.class IN (:classes) AND s.takenBackAt IS NULL ORDER BY s.id DESC',
            )
            ->setParameter('classes', $classes)
            ->setMaxResults(SaidState::LIMIT * max(1, \count($classes)))
            ->getResult();
        $said = [];
        foreach ($rows as $row) {
            $said[(int) $row->getClass()->getId()][] = $row->said();
        }

        return $said;
    }

    /** @return list<SaidState> of one skill and group, the latest first; those that were taken back too */
    public function saidOf(SchoolClass $class, string $code, Instrument $instrument): array
    {
        return $this->entities->getRepository(SaidState::class)->findBy(
            ['class' => $class, 'code' => $code, 'instrument' => $instrument],
            ['id' => 'DESC'],
            20,
        );
    }
}
