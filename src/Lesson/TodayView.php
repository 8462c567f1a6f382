<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Record\ClassRecord;
use Doctrine\ORM\EntityManagerInterface;

/**
 * What each class has before it: the sequence in work, what of it fits, the lesson that is open, the last remark.
 *
 * @phpstan-type Card array{class: SchoolClass, sequence: SequenceView|null, open: Lesson|null, last: Lesson|null}
 */
final readonly class TodayView
{
    private const CLASSES = 60;
    /** Sequences of a class that are looked through for one in work. */
    private const LOOKED_AT = 5;

    public function __construct(private EntityManagerInterface $entities, private ClassRecord $record)
    {
    }

    /** @return list<Card> */
    public function cards(): array
    {
        /** @var list<SchoolClass> $classes */
        $classes = $this->entities->createQuery('SELECT c, g FROM '.SchoolClass::class.' c LEFT JOIN c.groups g ORDER BY c.name, g.id')->getResult();
        $classes = \array_slice($classes, 0, self::CLASSES);
        $open = $ended = [];
        foreach ($this->lessons($classes) as $lesson) {
            if ($lesson->isOpen()) {
                $open[(int) $lesson->getClass()->getId()] ??= $lesson;
            } else {
                $ended[(int) $lesson->getClass()->getId()] ??= $lesson;
            }
        }
        $coverages = $this->record->coverages($classes);
        $sequences = $this->inWork($classes, $coverages);
        $cards = [];
        foreach ($classes as $class) {
            $id = (int) $class->getId();
            $cards[] = [
                'class' => $class,
                'sequence' => $sequences[$id] ?? null,
                'open' => $open[$id] ?? null,
                'last' => $ended[$id] ?? null,
            ];
        }

        return $cards;
    }

    /**
     * The latest sequence of each class that is not done; the latest if all are. Steps are loaded for the latest sequences
     * of all classes at once, then for those before them where it is needed.
     *
     * @param list<SchoolClass>                                                 $classes
     * @param array<int, array<string, \CoinStair\Core\Practice\ChunkCoverage>> $coverages by class id
     *
     * @return array<int, SequenceView> by class id
     */
    private function inWork(array $classes, array $coverages): array
    {
        /** @var list<array{id: int, class: int|string}> $rows */
        $rows = $this->entities->createQuery('SELECT s.id, IDENTITY(s.class) class FROM '.Sequence::class.' s WHERE s.class IN (:classes) ORDER BY s.changedAt DESC, s.id DESC')
            ->setParameter('classes', $classes)->getScalarResult();
        $ids = [];
        foreach ($rows as $row) {
            $ids[(int) $row['class']][] = (int) $row['id'];
        }
        $latest = $found = [];
        for ($round = 0; $round < self::LOOKED_AT && [] !== $ids; ++$round) {
            foreach ($this->withSteps(array_map(static fn (array $of): int => $of[$round], $ids)) as $sequence) {
                $class = (int) $sequence->getClass()->getId();
                $view = SequenceView::of($sequence, $coverages[$class]);
                $latest[$class] ??= $view;
                if (!$view->isDone()) {
                    $found[$class] = $view;
                }
            }
            $ids = array_filter($ids, static fn (array $of, int $class): bool => !isset($found[$class]) && isset($of[$round + 1]), \ARRAY_FILTER_USE_BOTH);
        }

        return $found + $latest;
    }

    /**
     * @param array<int> $ids
     *
     * @return list<Sequence>
     */
    private function withSteps(array $ids): array
    {
        /** @var list<Sequence> $sequences */
        $sequences = $this->entities->createQuery('SELECT s, t FROM '.Sequence::class.' s LEFT JOIN s.steps t WHERE s.id IN (:ids) ORDER BY t.place')->setParameter('ids', $ids)->getResult();

        return $sequences;
    }

    /**
     * @param list<SchoolClass> $classes
     *
     * @return list<Lesson> those that are open, and the last of each class that is not; the latest first
     */
    private function lessons(array $classes): array
    {
        /** @var list<Lesson> $lessons */
        $lessons = $this->entities->createQuery('SELECT l FROM '.Lesson::class.' l WHERE l.class IN (:classes) AND (l.endedAt IS NULL OR l.id IN (SELECT MAX(m.id) FROM '.Lesson::class.' m WHERE m.endedAt IS NOT NULL GROUP BY m.class)) ORDER BY l.startedAt DESC, l.id DESC')
            ->setParameter('classes', $classes)->setMaxResults(2 * self::CLASSES)->getResult();

        return $lessons;
    }
}
