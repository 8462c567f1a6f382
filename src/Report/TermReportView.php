<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\Skills;
use App\Shared\Facts\TaughtLessons;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\LessonRepository;
use CoinStair\Core\Log\Coverage;
use CoinStair\Core\Log\LessonSums;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Progress\LessonGain;
use CoinStair\Core\Progress\SkillOfGroups;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Family;

/** Gathers the term report of a class: pieces, skills by family, minutes. */
final readonly class TermReportView
{
    public function __construct(
        private LessonRepository $lessons,
        private TaughtLessons $taught,
        private ChunkRepository $chunks,
        private Skills $skills,
    ) {
    }

    public function of(SchoolClass $class, \DateTimeImmutable $from, \DateTimeImmutable $to): TermReport
    {
        $rows = $this->lessons->between($class, $from, $to);
        $taught = $this->taught->of($rows);
        $sums = array_map(LessonSums::of(...), $taught);
        $after = $this->skills->of($class, $to->format('Y-m-d'));
        $gain = $this->skills->gainBetween($class, $from->modify('-1 day')->format('Y-m-d'), $to->format('Y-m-d'));
        $catalogue = $this->skills->catalogue();

        return new TermReport(
            $class,
            $from,
            $to,
            $this->pieces($rows, $taught, $sums),
            \count($rows),
            array_sum(array_map(static fn (LessonSums $one): float => $one->seconds, $sums)),
            array_sum(array_map(static fn (LessonSums $one): int => $one->coins, $sums)),
            $gain,
            $after,
            $catalogue,
            self::families($gain, $catalogue),
        );
    }

    /**
     * @param list<\App\Shared\Entity\Lesson> $rows
     * @param list<TaughtLesson>              $taught
     * @param list<LessonSums>                $sums
     *
     * @return list<ReportedPiece>
     */
    private function pieces(array $rows, array $taught, array $sums): array
    {
        $lessons = $seconds = $of = [];
        foreach ($rows as $index => $row) {
            $id = (int) $row->getPiece()->getId();
            $of[$id] = $row->getPiece();
            $lessons[$id][] = $taught[$index];
            $seconds[$id] = ($seconds[$id] ?? 0.0) + $sums[$index]->seconds;
        }
        $coverage = array_map(Coverage::ofChunks(...), $lessons);
        $ids = [];
        foreach ($coverage as $met) {
            foreach ($met as $one) {
                $ids[] = (int) $one->matter->chunk;
            }
        }
        $whole = [];
        foreach ($this->chunks->byIds(array_values(array_filter($ids))) as $chunk) {
            $whole[(int) $chunk->getId()] = $chunk->chunk()->isWhole($chunk->getPiece()->score());
        }
        $pieces = [];
        foreach ($of as $id => $piece) {
            $reached = $goal = 0;
            $isWhole = false;
            foreach ($coverage[$id] as $met) {
                $reached = max($reached, $met->reached);
                $goal = max($goal, $met->goal);
                $isWhole = $isWhole || ($met->isAtGoal() && ($whole[(int) $met->matter->chunk] ?? false));
            }
            $pieces[] = new ReportedPiece(
                $id,
                $piece->getTitle(),
                trim($piece->getBook().' '.$piece->getNumberInBook()),
                \count($lessons[$id]),
                $seconds[$id],
                $reached,
                $goal,
                $isWhole,
            );
        }

        return $pieces;
    }

    /** @return list<FamilyReport> of which there is something to tell */
    private static function families(LessonGain $gain, Catalogue $catalogue): array
    {
        $families = [];
        foreach (Family::cases() as $family) {
            $report = new FamilyReport(
                $family,
                self::within($family, $gain->introduced, $catalogue),
                self::within($family, $gain->practised, $catalogue),
                self::within($family, [...$gain->secured, ...$gain->renewed], $catalogue),
                self::within($family, $gain->due, $catalogue),
            );
            if (!$report->isEmpty()) {
                $families[] = $report;
            }
        }

        return $families;
    }

    /**
     * @param list<SkillOfGroups> $skills
     *
     * @return list<SkillOfGroups>
     */
    private static function within(Family $family, array $skills, Catalogue $catalogue): array
    {
        return array_values(
            array_filter($skills, static fn (SkillOfGroups $one): bool => $family === $catalogue->find($one->code)?->family),
        );
    }
}
