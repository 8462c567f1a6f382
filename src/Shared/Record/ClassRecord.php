<?php

declare(strict_types=1);

namespace App\Shared\Record;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\LogEntry;
use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Log\Coverage;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LessonStep;
use CoinStair\Core\Log\LogEntry as Entry;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Standing\ChunkCoverage;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Contracts\Cache\CacheInterface;

/** Reads lessons and their logs from the database for the projections of the core. */
final readonly class ClassRecord
{
    /** Lessons that a projection looks back on: more than two years of daily lessons. */
    private const LESSONS = 500;

    public function __construct(private EntityManagerInterface $entities, private CacheInterface $cache)
    {
    }

    /**
     * Chunk ids, as strings (and rungs before them, as matter() names them), to what the class's logs say of them. Logs only grow, so what was reckoned from one holds until it
     * has another entry.
     *
     * @return array<string, ChunkCoverage>
     */
    public function coverage(SchoolClass $class): array
    {
        return $this->remember($class, 'coverage', fn (): array => Coverage::ofChunks($this->taught($this->lessons($class))));
    }

    /**
     * What follows from a class's log alone, reckoned once for each state of it.
     *
     * @template T
     *
     * @param \Closure(): T $reckon
     *
     * @return T
     */
    public function remember(SchoolClass $class, string $what, \Closure $reckon): mixed
    {
        return $this->cache->get($what.'.'.$class->getId().'.'.($this->logs([$class])[(int) $class->getId()] ?? 'empty'), $reckon);
    }

    /**
     * What tells one state of a class's log from another.
     *
     * @param list<SchoolClass> $classes
     *
     * @return array<int, string> by class id; none for a class with no lesson
     */
    public function logs(array $classes): array
    {
        /** @var list<array{class: int|string, lessons: int|string, entries: int|string, last: int|string}> $rows */
        $rows = $this->entities->createQuery('SELECT IDENTITY(l.class) class, COUNT(l.id) lessons, SUM(l.logSize) entries, MAX(l.id) last FROM '.Lesson::class.' l WHERE l.class IN (:classes) GROUP BY l.class')
            ->setParameter('classes', $classes)->getScalarResult();
        $logs = [];
        foreach ($rows as $row) {
            $logs[(int) $row['class']] = $row['lessons'].'-'.$row['entries'].'-'.$row['last'];
        }

        return $logs;
    }

    /**
     * The latest lessons first.
     *
     * @return list<Lesson>
     */
    public function lessons(SchoolClass $class, int $limit = self::LESSONS, int $first = 0): array
    {
        /** @var list<Lesson> $lessons */
        $lessons = $this->entities->createQuery('SELECT l FROM '.Lesson::class.' l WHERE l.class = :class ORDER BY l.day DESC, l.id DESC')
            ->setParameter('class', $class)->setFirstResult($first)->setMaxResults($limit)->getResult();

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
        // Scalars, since a class has thousands of entries and none of them is ever changed.
        /** @var list<array{lesson: int, id: string, step: string, kind: EntryKind, tempo: int, madeAt: int, count: int, text: string}> $rows */
        $rows = $this->entities->createQuery('SELECT IDENTITY(e.lesson) lesson, e.id, e.step, e.kind, e.tempo, e.madeAt, e.count, e.text FROM '.LogEntry::class.' e WHERE e.lesson IN (:lessons) ORDER BY e.madeAt, e.count')
            ->setParameter('lessons', $lessons)->getArrayResult();
        $entries = [];
        foreach ($rows as $row) {
            $entries[(int) $row['lesson']][] = new Entry($row['id'], $row['step'], $row['kind'], $row['tempo'], $row['madeAt'], $row['count'], $row['text']);
        }

        return $entries;
    }

    /** What a step teaches, as coverage names it: its chunk, or one of the rungs on open strings before it. */
    public static function matter(?int $chunk, ?Rung $rung): string
    {
        return (string) $chunk.(true === $rung?->isOnOpenStrings() ? '/'.$rung->value : '');
    }

    /** @return list<LessonStep> the steps of a lesson's plan on which something is played */
    public static function steps(Lesson $lesson): array
    {
        $steps = [];
        foreach ($lesson->getPlan() as $step) {
            if ([] !== $step['treads']) {
                $steps[] = new LessonStep(
                    $step['id'],
                    self::matter($step['chunk'], Rung::tryFrom($step['rung'] ?? '')),
                    Stair::ofTreads($step['treads']),
                    CoinRule::of(GoingOn::from($step['goingOn']), $step['coins'], $step['missesDown']),
                    $step['startTread'],
                    $step['goal'] ?? 0,
                );
            }
        }

        return $steps;
    }
}
