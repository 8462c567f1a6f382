<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Facts\Skills;
use App\Shared\Facts\TaughtLessons;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\LessonRepository;
use CoinStair\Core\Log\Coverage;
use CoinStair\Core\Log\LessonSums;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Progress\LessonGain;
use CoinStair\Core\Progress\SkillOfGroups;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Family;
use CoinStair\Core\Standing\Reach;

/** Gathers the term report of a class: pieces, skills by family, minutes. */
final readonly class TermReportView
{
    public function __construct(
        private LessonRepository $lessons,
        private TaughtLessons $taught,
        private ChunkRepository $chunks,
        private Skills $skills,
        private FactsOfClasses $facts,
        private Memory $memory,
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
            $this->pieces($class, $to, $rows, $sums),
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
     * @param list<Lesson>     $rows
     * @param list<LessonSums> $sums of them
     *
     * @return list<ReportedPiece>
     */
    private function pieces(SchoolClass $class, \DateTimeImmutable $to, array $rows, array $sums): array
    {
        $lessons = $seconds = $of = [];
        foreach ($rows as $index => $row) {
            $id = (int) $row->getPiece()->getId();
            $of[$id] = $row->getPiece();
            $lessons[$id] = ($lessons[$id] ?? 0) + 1;
            $seconds[$id] = ($seconds[$id] ?? 0.0) + $sums[$index]->seconds;
        }
        $reached = $this->memory->remember(
            Fingerprint::of('reached')
                ->with('class', $this->facts->of($class)->taught())
                ->with('to', $to->format('Y-m-d'))
                ->with('pieces', array_keys($of)),
            fn (): array => $this->reached($class, $to, $of),
        );
        $pieces = [];
        foreach ($of as $id => $piece) {
            $book = trim($piece->getBook().' '.$piece->getNumberInBook());
            $pieces[] = new ReportedPiece($id, $piece->getTitle(), $book, $lessons[$id], $seconds[$id], $reached[$id]);
        }

        return $pieces;
    }

    /**
     * Where pieces stand on a day, by all lessons on them until then.
     *
     * @param array<int, Piece> $pieces by id
     *
     * @return array<int, Reach> by id
     */
    private function reached(SchoolClass $class, \DateTimeImmutable $to, array $pieces): array
    {
        $rows = $this->lessons->onPieces($class, array_keys($pieces), $to);
        $met = [];
        foreach (Coverage::ofChunks($this->taught->of($rows)) as $one) {
            if ($one->matter->isChunk()) {
                $met[(int) $one->matter->chunk] = $one;
            }
        }
        $of = [];
        foreach ($this->chunks->byIds(array_keys($met)) as $chunk) {
            $of[(int) $chunk->getPiece()->getId()][] = [$chunk->chunk(), $met[(int) $chunk->getId()]];
        }

        return array_map(static fn (Piece $piece): Reach => Reach::of($piece->score(), $of[(int) $piece->getId()] ?? []), $pieces);
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
                self::within($family, $gain->secured, $catalogue),
                self::within($family, $gain->confirmed, $catalogue),
                self::within($family, $gain->renewed, $catalogue),
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
