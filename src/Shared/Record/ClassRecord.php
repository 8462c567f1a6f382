<?php

declare(strict_types=1);

namespace App\Shared\Record;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\LogEntry;
use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Practice\ChunkCoverage;
use CoinStair\Core\Practice\CoinRule;
use CoinStair\Core\Practice\Coverage;
use CoinStair\Core\Practice\GoingOn;
use CoinStair\Core\Practice\LessonStep;
use CoinStair\Core\Practice\LogEntry as Entry;
use CoinStair\Core\Practice\Stair;
use CoinStair\Core\Practice\TaughtLesson;
use Doctrine\ORM\EntityManagerInterface;

/** Reads lessons and their logs from the database for the projections of the core. */
final readonly class ClassRecord
{
    /** Lessons that a projection looks back on: more than two years of daily lessons. */
    private const LESSONS = 500;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /**
     * Chunk ids, as strings, to what the class's logs say of them.
     *
     * @return array<string, ChunkCoverage>
     */
    public function coverage(SchoolClass $class): array
    {
        return Coverage::ofChunks($this->taught($this->lessons($class)));
    }

    /**
     * The latest lessons first.
     *
     * @return list<Lesson>
     */
    public function lessons(SchoolClass $class, int $limit = self::LESSONS): array
    {
        /** @var list<Lesson> $lessons */
        $lessons = $this->entities->createQuery('SELECT l, p FROM '.Lesson::class.' l JOIN l.piece p WHERE l.class = :class ORDER BY l.day DESC, l.id DESC')
            ->setParameter('class', $class)->setMaxResults($limit)->getResult();

        return $lessons;
    }

    /**
     * @param list<Lesson> $lessons
     *
     * @return list<TaughtLesson> in the same order
     */
    public function taught(array $lessons): array
    {
        $entries = $this->entries($lessons);

        return array_map(static fn (Lesson $lesson): TaughtLesson => new TaughtLesson(
            \sprintf('%09d', (int) $lesson->getId()),
            $lesson->getDay()->format('Y-m-d'),
            self::steps($lesson),
            $entries[(int) $lesson->getId()] ?? [],
        ), $lessons);
    }

    /**
     * @param list<Lesson> $lessons
     *
     * @return array<int, list<Entry>> by lesson id
     */
    public function entries(array $lessons): array
    {
        if ([] === $lessons) {
            return [];
        }
        /** @var list<LogEntry> $rows */
        $rows = $this->entities->createQuery('SELECT e FROM '.LogEntry::class.' e WHERE e.lesson IN (:lessons) ORDER BY e.madeAt, e.count')
            ->setParameter('lessons', $lessons)->getResult();
        $entries = [];
        foreach ($rows as $row) {
            $entries[(int) $row->getLesson()->getId()][] = $row->entry();
        }

        return $entries;
    }

    /** @return list<LessonStep> the steps of a lesson's plan on which something is played */
    public static function steps(Lesson $lesson): array
    {
        $steps = [];
        foreach ($lesson->getPlan() as $step) {
            if ([] !== $step['treads']) {
                $steps[] = new LessonStep(
                    $step['id'],
                    (string) $step['chunk'],
                    Stair::ofTreads($step['treads']),
                    CoinRule::of(GoingOn::from($step['goingOn']), $step['coins'], $step['missesDown']),
                    $step['startTread'],
                );
            }
        }

        return $steps;
    }
}
