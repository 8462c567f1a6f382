<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\LogEntry;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry as Entry;
use CoinStair\Core\Log\LogLimits;
use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\ParameterType;
use Doctrine\ORM\EntityManagerInterface;

/**
 * Lessons and their logs. What looks back on lessons leaves out those that were put away: they were none of this class.
 *
 * @phpstan-import-type Stored from TaughtStep
 */
final readonly class LessonRepository
{
    /** Lessons on one piece, or in one span of time, that are looked back on. */
    private const LESSONS = 500;
    /** Lessons of a class that are looked back on: as many as it may have in five years, on the busiest of days. */
    private const LINES = 20_000;

    public function __construct(private EntityManagerInterface $entities, private CurrentProgram $program)
    {
    }

    /**
     * What tells one state of a class's log from any other, whatever database it stands in: made of the ids of its entries.
     *
     * @param list<SchoolClass> $classes
     *
     * @return array<int, string> by class id; none for a class with no lesson
     */
    public function logs(array $classes): array
    {
        if ([] === $classes) {
            return [];
        }
        /** @var list<array{class_id: int, lessons: int|string, state: int|string}> $rows */
        $rows = $this->entities
            ->getConnection()
            ->fetchAllAssociative(
                'SELECT class_id, COUNT(*) lessons, '.
                    Checksum::over('id, day, log_size, log_hash, ended_at IS NULL').
                    ' state FROM lesson WHERE class_id IN (?) AND program_id = ? AND put_away_at IS NULL GROUP BY class_id',
                [array_map(static fn (SchoolClass $class): int => (int) $class->getId(), $classes), $this->program->get()->getId()],
                [ArrayParameterType::INTEGER, ParameterType::INTEGER],
            );
        $logs = [];
        foreach ($rows as $row) {
            $logs[$row['class_id']] = $row['class_id'].'-'.$row['lessons'].'-'.$row['state'];
        }

        return $logs;
    }

    /**
     * What tells one state of a lesson's log from any other: as the database has it, since a log is written past Doctrine's rows.
     *
     * @param list<Lesson> $lessons
     *
     * @return array<int, array{size: int, hash: int, begun: string}> by id
     */
    public function logsOf(array $lessons): array
    {
        /** @var array<int, array{size: int, hash: int, begun: string}> $states */
        $states = $this->entities
            ->getConnection()
            ->fetchAllAssociativeIndexed(
                'SELECT id, log_size size, log_hash hash, started_at begun FROM lesson WHERE id IN (?) AND program_id = ?',
                [array_map(static fn (Lesson $lesson): int => (int) $lesson->getId(), $lessons), $this->program->get()->getId()],
                [ArrayParameterType::INTEGER, ParameterType::INTEGER],
            );

        return $states;
    }

    /**
     * What a log of a class shows of its lessons, the latest first; those that were put away too, which are crossed out there.
     *
     * @return list<array{
     *     id: int, day: \DateTimeImmutable, endedAt: \DateTimeImmutable|null, putAwayAt: \DateTimeImmutable|null, title: string,
     *     remark: string, logSize: int, logHash: int,
     * }>
     */
    public function rowsOf(SchoolClass $class, int $limit, int $first): array
    {
        /**
         * @var list<array{
         *     id: int, day: \DateTimeImmutable, endedAt: \DateTimeImmutable|null, putAwayAt: \DateTimeImmutable|null, title: string,
         *     remark: string, logSize: int, logHash: int,
         * }> $rows
         */
        $rows = $this->entities
            ->createQuery(
                'SELECT l.id, l.day, l.endedAt, l.putAwayAt, p.title, l.remark, l.logSize, l.logHash FROM '.
                    Lesson::class.
                    ' l JOIN l.piece p WHERE l.class = :class ORDER BY l.day DESC, l.id DESC',
            )
            ->setParameter('class', $class)
            ->setFirstResult($first)
            ->setMaxResults($limit)
            ->getArrayResult();

        return $rows;
    }

    /** @return list<LessonLine> of all lessons of a class, the first first */
    public function lines(SchoolClass $class): array
    {
        /** @var list<array{id: int, day: string, piece: int, size: int, hash: int, begun: string}> $rows */
        $rows = $this->entities
            ->getConnection()
            ->fetchAllAssociative(
                'SELECT id, day, piece_id piece, log_size size, log_hash hash, started_at begun FROM lesson '.
                    'WHERE class_id = ? AND program_id = ? AND put_away_at IS NULL ORDER BY day DESC, id DESC LIMIT '.self::LINES,
                [$class->getId(), $this->program->get()->getId()],
            );

        return array_map(static fn (array $row): LessonLine => new LessonLine(...$row), array_reverse($rows));
    }

    /**
     * The steps of some lessons, as their sequences stood when they began.
     *
     * @param list<int> $ids
     *
     * @return array<int, list<TaughtStep>> by id of the lesson
     */
    public function plans(array $ids): array
    {
        /** @var list<array{id: int, plan: string}> $rows */
        $rows = [] === $ids
            ? []
            : $this->entities
                ->getConnection()
                ->fetchAllAssociative(
                    'SELECT id, plan FROM lesson WHERE id IN (?) AND program_id = ?',
                    [$ids, $this->program->get()->getId()],
                    [ArrayParameterType::INTEGER, ParameterType::INTEGER],
                );
        $plans = [];
        foreach ($rows as $row) {
            /** @var list<Stored> $plan */
            $plan = json_decode($row['plan'], true, 64, \JSON_THROW_ON_ERROR);
            $plans[$row['id']] = array_map(TaughtStep::parse(...), $plan);
        }

        return $plans;
    }

    /**
     * Those of a class from one day to another that were accepted, the first first.
     *
     * @return list<Lesson>
     */
    public function between(SchoolClass $class, \DateTimeImmutable $from, \DateTimeImmutable $to): array
    {
        /** @var list<Lesson> $lessons */
        $lessons = $this->entities
            ->createQuery(
                'SELECT l, p FROM '.
                    Lesson::class.
                    ' l JOIN l.piece p WHERE l.class = :class AND l.putAwayAt IS NULL AND l.endedAt IS NOT NULL '.
                    'AND l.day >= :from AND l.day <= :to ORDER BY l.day, l.id',
            )
            ->setParameter('class', $class)
            ->setParameter('from', $from->format('Y-m-d'))
            ->setParameter('to', $to->format('Y-m-d'))
            ->setMaxResults(self::LESSONS)
            ->getResult();

        return $lessons;
    }

    /**
     * What a class was taught of some pieces up to a day, as far as a class is looked back on: the latest.
     *
     * @param list<int> $pieces ids
     *
     * @return list<Lesson> the first first
     */
    public function onPieces(SchoolClass $class, array $pieces, \DateTimeImmutable $to): array
    {
        /** @var list<Lesson> $lessons */
        $lessons = $this->entities
            ->createQuery(
                'SELECT l FROM '.
                    Lesson::class.
                    ' l WHERE l.class = :class AND l.piece IN (:pieces) AND l.putAwayAt IS NULL AND l.endedAt IS NOT NULL '.
                    'AND l.day <= :to ORDER BY l.day DESC, l.id DESC',
            )
            ->setParameter('class', $class)
            ->setParameter('pieces', $pieces)
            ->setParameter('to', $to->format('Y-m-d'))
            ->setMaxResults(self::LESSONS)
            ->getResult();

        return array_reverse($lessons);
    }

    /** @return list<Lesson> of a class on a piece that were accepted, the latest first */
    public function endedOn(SchoolClass $class, Piece $piece): array
    {
        /** @var list<Lesson> $lessons */
        $lessons = $this->entities
            ->createQuery(
                'SELECT l FROM '.
                    Lesson::class.
                    ' l WHERE l.class = :class AND l.piece = :piece AND l.endedAt IS NOT NULL AND l.putAwayAt IS NULL '.
                    'ORDER BY l.day DESC, l.id DESC',
            )
            ->setParameter('class', $class)
            ->setParameter('piece', $piece)
            ->setMaxResults(self::LESSONS)
            ->getResult();

        return $lessons;
    }

    /** @return list<Lesson> of a sequence that were accepted, the latest first */
    public function ofSequence(Sequence $sequence, int $limit): array
    {
        /** @var list<Lesson> $lessons */
        $lessons = $this->entities
            ->createQuery(
                'SELECT l FROM '.
                    Lesson::class.
                    ' l WHERE l.sequence = :sequence AND l.endedAt IS NOT NULL AND l.putAwayAt IS NULL ORDER BY l.day DESC, l.id DESC',
            )
            ->setParameter('sequence', $sequence)
            ->setMaxResults($limit)
            ->getResult();

        return $lessons;
    }

    /**
     * @param list<int> $ids
     *
     * @return list<Lesson> by id
     */
    public function byIds(array $ids): array
    {
        return $this->entities->getRepository(Lesson::class)->findBy(['id' => $ids], ['id' => 'ASC']);
    }

    /**
     * @param list<SchoolClass> $classes
     *
     * @return list<Lesson> those that are open, and the last of each class that is not; the latest first
     */
    public function openAndLast(array $classes, int $limit): array
    {
        // One that was written down, or moved to another day, is not the last for having been made last.
        $last = $this->entities
            ->getConnection()
            ->fetchFirstColumn(
                'SELECT id FROM (SELECT id, ROW_NUMBER() OVER (PARTITION BY class_id ORDER BY day DESC, id DESC) place FROM lesson '.
                    'WHERE class_id IN (?) AND program_id = ? AND ended_at IS NOT NULL AND put_away_at IS NULL) ended WHERE place = 1',
                [array_map(static fn (SchoolClass $class): int => (int) $class->getId(), $classes), $this->program->get()->getId()],
                [ArrayParameterType::INTEGER, ParameterType::INTEGER],
            );
        /** @var list<Lesson> $lessons */
        $lessons = $this->entities
            ->createQuery(
                'SELECT l FROM '.
                    Lesson::class.
                    ' l WHERE l.class IN (:classes) AND l.putAwayAt IS NULL AND (l.endedAt IS NULL OR l.id IN (:last)) '.
                    'ORDER BY l.startedAt DESC, l.id DESC',
            )
            ->setParameter('classes', $classes)
            ->setParameter('last', $last)
            ->setMaxResults($limit)
            ->getResult();

        return $lessons;
    }

    /** The lesson of a sequence that was begun and not accepted yet. */
    public function open(Sequence $sequence): ?Lesson
    {
        return $this->entities->getRepository(Lesson::class)->findOneBy(
            ['sequence' => $sequence, 'endedAt' => null, 'putAwayAt' => null],
            ['id' => 'DESC'],
        );
    }

    public function hasOpen(Sequence $sequence): bool
    {
        return $this->entities
            ->getRepository(Lesson::class)
            ->count(['sequence' => $sequence, 'endedAt' => null, 'putAwayAt' => null]) > 0;
    }

    /** How many lessons a class began on a day. */
    public function countOfClass(SchoolClass $class, \DateTimeImmutable $day): int
    {
        return $this->entities->getRepository(Lesson::class)->count(['class' => $class, 'day' => $day]);
    }

    /** How many lessons the program began on a day. */
    public function countOfProgram(\DateTimeImmutable $day): int
    {
        return $this->entities->getRepository(Lesson::class)->count(['day' => $day]);
    }

    /** As the core knows a lesson: ids sort as numbers do. */
    public static function idOf(Lesson|LessonLine $lesson): string
    {
        return \sprintf('%09d', $lesson instanceof Lesson ? (int) $lesson->getId() : $lesson->id);
    }

    /**
     * The corrections of a lesson's record, with who made them.
     *
     * @return list<LogEntry> in the order in which they were made
     */
    public function corrections(Lesson $lesson): array
    {
        /** @var list<LogEntry> $entries */
        $entries = $this->entities
            ->createQuery(
                'SELECT e, a FROM '.LogEntry::class.' e LEFT JOIN e.account a '.
                    'WHERE e.lesson = :lesson AND e.afterwards = true ORDER BY e.position',
            )
            ->setParameter('lesson', $lesson)
            ->setMaxResults(LogLimits::CORRECTIONS)
            ->getResult();

        return $entries;
    }

    /**
     * Who put some lessons away, the last time it was done.
     *
     * @param list<int> $ids of lessons
     *
     * @return array<int, string> e-mail addresses by id; none for somebody who is gone
     */
    public function whoPutAway(array $ids): array
    {
        /** @var list<array{lesson: int|string, email: string|null}> $rows */
        $rows = [] === $ids
            ? []
            : $this->entities
                ->createQuery(
                    'SELECT IDENTITY(e.lesson) lesson, a.email email FROM '.LogEntry::class.' e LEFT JOIN e.account a '.
                        'WHERE e.lesson IN (:ids) AND e.kind = :out ORDER BY e.position',
                )
                ->setParameter('ids', $ids)
                ->setParameter('out', EntryKind::Out)
                ->setMaxResults(LogLimits::CORRECTIONS * \count($ids))
                ->getArrayResult();
        $who = [];
        foreach ($rows as $row) {
            $who[(int) $row['lesson']] = (string) $row['email'];
        }

        return $who;
    }

    /** How many entries devices sent when a lesson had been accepted already. */
    public function countLate(Lesson $lesson): int
    {
        return $this->entities->getRepository(LogEntry::class)->count(['lesson' => $lesson, 'late' => true]);
    }

    /** @return list<Entry> */
    public function entriesOf(Lesson $lesson): array
    {
        return $this->entries([(int) $lesson->getId()])[(int) $lesson->getId()] ?? [];
    }

    /**
     * The logs of some lessons, of each no more than a lesson may have.
     *
     * @param list<int> $lessons ids
     *
     * @return array<int, list<Entry>> by lesson id
     */
    public function entries(array $lessons): array
    {
        if ([] === $lessons) {
            return [];
        }
        // Plain rows, since a class has thousands of entries and none of them is ever changed.
        /**
         * @var list<array{
         *     lesson_id: int|string, id: string, step: string, kind: string, tempo: int|string, made_at: int|string,
         *     device_count: int|string, text: string, device: string, afterwards: int|string,
         * }> $rows
         */
        $rows = $this->entities
            ->getConnection()
            ->fetchAllAssociative(
                'SELECT lesson_id, id, step, kind, tempo, made_at, device_count, text, device, afterwards FROM log_entry '.
                    'WHERE lesson_id IN (?) AND position <= ? AND program_id = ? ORDER BY made_at, device_count',
                [
                    $lessons,
                    LogLimits::IN_ALL,
                    $this->program->get()->getId(),
                ],
                [ArrayParameterType::INTEGER, ParameterType::INTEGER, ParameterType::INTEGER],
            );
        $entries = [];
        foreach ($rows as $row) {
            $entries[(int) $row['lesson_id']][] = new Entry(
                $row['id'],
                $row['step'],
                EntryKind::from($row['kind']),
                (int) $row['tempo'],
                (int) $row['made_at'],
                (int) $row['device_count'],
                $row['text'],
                $row['device'],
                (bool) $row['afterwards'],
            );
        }

        return $entries;
    }
}
