<?php

declare(strict_types=1);

namespace App\Home;

use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\CoveredPieces;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Facts\Skills;
use App\Shared\Plans\LessonSequences;
use App\Shared\Plans\Reviews;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\ClassRepository;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\SequenceRepository;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Standing\Reach;

/** What each class has before it: the sequence in work, what of it fits, the lesson that is open, the last remark. */
final readonly class TodayView
{
    private const CLASSES = 60;
    /** Sequences of a class that are looked through for one in work. */
    private const LOOKED_AT = 5;

    public function __construct(
        private ClassRepository $classes,
        private LessonRepository $lessons,
        private SequenceRepository $sequences,
        private ChunkRepository $chunks,
        private LessonSequences $plans,
        private FactsOfClasses $facts,
        private Skills $skills,
        private Reviews $reviews,
        private CoveredPieces $covered,
        private Memory $memory,
    ) {
    }

    /** @return list<ClassCard> by name of the class */
    public function cards(): array
    {
        $classes = $this->classes->page(0, self::CLASSES);
        $open = $ended = [];
        foreach ($this->lessons->openAndLast($classes, 2 * self::CLASSES) as $lesson) {
            if ($lesson->isOpen()) {
                $open[(int) $lesson->getClass()->getId()] ??= $lesson;
            } else {
                $ended[(int) $lesson->getClass()->getId()] ??= $lesson;
            }
        }
        $skills = $this->skills->ofAll($classes);
        $sequences = $this->inWork($classes);
        $cards = [];
        foreach ($classes as $class) {
            $id = (int) $class->getId();
            $cards[] = new ClassCard(
                $class,
                $sequences[$id] ?? null,
                $open[$id] ?? null,
                $ended[$id] ?? null,
                $skills[$id]->due(),
                $skills[$id]->instruments,
                $this->reach($class, $sequences[$id] ?? null),
            );
        }

        return $cards;
    }

    private function reach(SchoolClass $class, ?SequenceSummary $sequence): ?Reach
    {
        return null === $sequence || $sequence->isRow
            ? null
            : $this->covered->reach($class, $sequence->piece)?->toward($sequence->goalTempo);
    }

    /**
     * The latest sequence of each class that is not done; the latest if all are. A summary is reckoned once for each state of all that it
     * follows from, and these states are asked for all classes at once.
     *
     * @param list<SchoolClass> $classes
     *
     * @return array<int, SequenceSummary> by class id
     */
    private function inWork(array $classes): array
    {
        $byId = $looked = $rows = [];
        foreach ($classes as $class) {
            $byId[(int) $class->getId()] = $class;
        }
        foreach ($this->sequences->statesOf($classes) as $row) {
            $looked[$row['class']] = ($looked[$row['class']] ?? 0) + 1;
            if ($looked[$row['class']] <= self::LOOKED_AT) {
                $rows[] = $row;
            }
        }
        $this->facts->look($classes);
        $states = $this->chunks->statesOfPieces(array_values(array_unique(array_column($rows, 'piece'))));
        $latest = $found = [];
        foreach ($rows as $row) {
            $id = $row['class'];
            $class = $byId[$id] ?? null;
            if (null === $class || isset($found[$id])) {
                continue;
            }
            $fingerprint = Fingerprint::of('summary')
                ->with('sequence', $row['id'])
                ->with('state', $row)
                ->with('chunks', $states[$row['piece']] ?? '')
                ->with('class', $this->facts->of($class))
                ->with('class-version', $class->getVersion())
                ->with('policies', $class->policies());
            $summary = $this->memory->remember($fingerprint, function () use ($row): SequenceSummary {
                $sequence = $this->sequences->withSteps($row['id']) ?? throw new \LogicException('It was found just now.');

                $reviews = $sequence->isRow() ? [] : $this->reviews->bySkill($sequence->getPiece(), $sequence->getClass());

                return SequenceSummary::of($sequence, $this->plans->of($sequence), array_map(strval(...), array_keys($reviews)));
            });
            $latest[$id] ??= $summary;
            if (!$summary->isDone) {
                $found[$id] = $summary;
            }
        }

        return $found + $latest;
    }
}
