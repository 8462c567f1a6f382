<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\HandEdit;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Record\ClassRecord;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Contracts\Cache\CacheInterface;

/**
 * What each class has before it: the sequence in work, what of it fits, the lesson that is open, the last remark.
 *
 * @phpstan-type Card array{class: SchoolClass, sequence: SequenceSummary|null, open: Lesson|null, last: Lesson|null}
 */
final readonly class TodayView
{
    private const CLASSES = 60;
    /** Sequences of a class that are looked through for one in work. */
    private const LOOKED_AT = 5;

    public function __construct(private EntityManagerInterface $entities, private ClassRecord $record, private SequenceViews $views, private CacheInterface $cache)
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
        $sequences = $this->inWork($classes);
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
     * The latest sequence of each class that is not done; the latest if all are. A summary is reckoned once for each state of
     * all that it follows from.
     *
     * @param list<SchoolClass> $classes
     *
     * @return array<int, SequenceSummary> by class id
     */
    private function inWork(array $classes): array
    {
        $byId = [];
        foreach ($classes as $class) {
            $byId[(int) $class->getId()] = $class;
        }
        $logs = $this->record->logs($classes);
        /** @var list<array{id: int, class: int|string, version: int, piece: int, chunks: int|string|null, edits: int|string|null}> $rows */
        $rows = $this->entities->createQuery('SELECT s.id, IDENTITY(s.class) class, s.version, p.version piece, (SELECT SUM(k.version) FROM '.Chunk::class.' k WHERE k.piece = p) chunks, (SELECT SUM(h.id) FROM '.HandEdit::class.' h WHERE h.piece = p) edits FROM '.Sequence::class.' s JOIN s.piece p WHERE s.class IN (:classes) ORDER BY s.changedAt DESC, s.id DESC')
            ->setParameter('classes', $classes)->getScalarResult();
        $latest = $found = $looked = [];
        foreach ($rows as $row) {
            $id = (int) $row['class'];
            $looked[$id] = ($looked[$id] ?? 0) + 1;
            $class = $byId[$id] ?? null;
            if (null === $class || isset($found[$id]) || $looked[$id] > self::LOOKED_AT) {
                continue;
            }
            $key = implode('.', ['summary', $row['id'], $row['version'], $row['piece'], $row['chunks'] ?? 0, $row['edits'] ?? 0, $id, $class->getVersion(), (int) $class->getProgram()?->getVersion(), $logs[$id] ?? 'empty']);
            $summary = $this->cache->get($key, fn (): SequenceSummary => $this->summary((int) $row['id'], $class));
            $latest[$id] ??= $summary;
            if (!$summary->isDone) {
                $found[$id] = $summary;
            }
        }

        return $found + $latest;
    }

    private function summary(int $id, SchoolClass $class): SequenceSummary
    {
        /** @var Sequence $sequence */
        $sequence = $this->entities->createQuery('SELECT s, t FROM '.Sequence::class.' s LEFT JOIN s.steps t WHERE s.id = :id ORDER BY t.place')->setParameter('id', $id)->getSingleResult();

        return SequenceSummary::of($this->views->of($sequence, $this->record->coverage($class)));
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
