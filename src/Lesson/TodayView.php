<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Record\ClassRecord;
use CoinStair\Core\Practice\Coverage;
use Doctrine\ORM\EntityManagerInterface;

/**
 * What each class has before it: the sequence in work, what of it fits, the lesson that is open, the last remark.
 *
 * @phpstan-type Card array{class: SchoolClass, sequence: SequenceView|null, open: Lesson|null, last: Lesson|null}
 */
final readonly class TodayView
{
    private const CLASSES = 60;
    /** Lessons before this are of no matter for today. */
    private const DAYS_BACK = 120;

    public function __construct(private EntityManagerInterface $entities, private ClassRecord $record)
    {
    }

    /** @return list<Card> */
    public function cards(\DateTimeImmutable $day): array
    {
        /** @var list<SchoolClass> $classes */
        $classes = $this->entities->createQuery('SELECT c, g FROM '.SchoolClass::class.' c LEFT JOIN c.groups g ORDER BY c.name, g.id')->getResult();
        $classes = \array_slice($classes, 0, self::CLASSES);
        $sequences = $this->sequences($classes);
        $lessons = $this->lessons($classes, $day);
        $taught = $this->record->taught($lessons);
        $byClass = [];
        foreach ($lessons as $index => $lesson) {
            $byClass[(int) $lesson->getClass()->getId()]['lessons'][] = $lesson;
            $byClass[(int) $lesson->getClass()->getId()]['taught'][] = $taught[$index];
        }
        $cards = [];
        foreach ($classes as $class) {
            $id = (int) $class->getId();
            $coverage = Coverage::ofChunks($byClass[$id]['taught'] ?? []);
            $open = array_values(array_filter($byClass[$id]['lessons'] ?? [], static fn (Lesson $lesson): bool => $lesson->isOpen()));
            $ended = array_values(array_filter($byClass[$id]['lessons'] ?? [], static fn (Lesson $lesson): bool => !$lesson->isOpen()));
            $cards[] = [
                'class' => $class,
                'sequence' => $this->inWork($sequences[$id] ?? [], $coverage),
                'open' => $open[0] ?? null,
                'last' => $ended[0] ?? null,
            ];
        }

        return $cards;
    }

    /**
     * @param list<SchoolClass> $classes
     *
     * @return array<int, list<Sequence>> by class id, the latest first
     */
    private function sequences(array $classes): array
    {
        /** @var list<Sequence> $sequences */
        $sequences = $this->entities->createQuery('SELECT s, p, t, k FROM '.Sequence::class.' s JOIN s.piece p LEFT JOIN s.steps t LEFT JOIN t.chunk k WHERE s.class IN (:classes) ORDER BY s.changedAt DESC, s.id DESC, t.place')
            ->setParameter('classes', $classes)->getResult();
        $byClass = [];
        foreach ($sequences as $sequence) {
            $byClass[(int) $sequence->getClass()->getId()][] = $sequence;
        }

        return $byClass;
    }

    /**
     * @param list<SchoolClass> $classes
     *
     * @return list<Lesson> the latest first
     */
    private function lessons(array $classes, \DateTimeImmutable $day): array
    {
        /** @var list<Lesson> $lessons */
        $lessons = $this->entities->createQuery('SELECT l, p FROM '.Lesson::class.' l JOIN l.piece p WHERE l.class IN (:classes) AND l.day >= :since ORDER BY l.startedAt DESC, l.id DESC')
            ->setParameter('classes', $classes)->setParameter('since', $day->modify('-'.self::DAYS_BACK.' days'))->setMaxResults(1000)->getResult();

        return $lessons;
    }

    /**
     * The latest sequence that is not done; the latest if all are.
     *
     * @param list<Sequence>                                        $sequences
     * @param array<string, \CoinStair\Core\Practice\ChunkCoverage> $coverage
     */
    private function inWork(array $sequences, array $coverage): ?SequenceView
    {
        $latest = null;
        foreach (\array_slice($sequences, 0, 5) as $sequence) {
            $view = SequenceView::of($sequence, $coverage);
            if (!$view->isDone()) {
                return $view;
            }
            $latest ??= $view;
        }

        return $latest;
    }
}
