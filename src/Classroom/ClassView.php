<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\CoveredPiece;
use App\Shared\Facts\CoveredPieces;
use App\Shared\Facts\Skills;
use App\Shared\Facts\TaughtLessons;
use App\Shared\Plans\Prospects;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\PieceRepository;
use App\Shared\Repository\SequenceRepository;
use CoinStair\Core\Log\LessonSums;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;

/** Tells what a class has covered, when, and the tempo reached in each chunk. */
final readonly class ClassView
{
    private const LESSONS = 15;
    /** Pieces of a library that takes longer to be put in order than a page waits for. */
    private const LARGE = 800;

    public function __construct(
        private LessonRepository $lessons,
        private TaughtLessons $taught,
        private SequenceRepository $sequences,
        private PieceRepository $library,
        private CoveredPieces $covered,
        private Skills $skills,
        private Prospects $prospects,
        private Memory $memory,
    ) {
    }

    /** @param int $page of the log, from 1 */
    public function of(SchoolClass $class, int $page): ClassPage
    {
        $rows = $this->lessons->rowsOf($class, self::LESSONS + 1, ($page - 1) * self::LESSONS);
        $pieces = $this->covered->of($class);
        $skills = $this->skills->of($class);

        return new ClassPage(
            $class,
            $this->sequences->ofClass($class),
            $pieces,
            $skills,
            $this->skills->catalogue(),
            $this->library->countAll() > self::LARGE
                ? null
                : $this->prospects->of($class, array_map(static fn (CoveredPiece $piece): int => $piece->piece, $pieces)),
            QuiltBlock::all($this->skills->catalogue(), $skills),
            $this->log(\array_slice($rows, 0, self::LESSONS)),
            $page,
            \count($rows) > self::LESSONS,
            $this->library->books(),
        );
    }

    /**
     * @param list<array{
     *     id: int, day: \DateTimeImmutable, endedAt: \DateTimeImmutable|null, putAwayAt: \DateTimeImmutable|null, title: string,
     *     remark: string, logSize: int, logHash: int,
     * }> $rows
     *
     * @return list<LogRow>
     */
    private function log(array $rows): array
    {
        $logs = array_map(static fn (array $row): array => [$row['id'], $row['logSize'], $row['logHash']], $rows);
        $sums = $this->memory->remember(
            Fingerprint::of('lesson-sums')->with('logs', $logs),
            fn (): array => $this->sums(array_column($rows, 'id')),
        );

        $out = array_filter($rows, static fn (array $row): bool => null !== $row['putAwayAt']);
        $who = $this->lessons->whoPutAway(array_column($out, 'id'));

        return array_map(
            static fn (array $row): LogRow => new LogRow(
                $row['id'],
                $row['day'],
                null === $row['endedAt'],
                $row['title'],
                $row['remark'],
                $sums[$row['id']]->coins,
                $sums[$row['id']]->misses,
                $sums[$row['id']]->steps,
                $row['putAwayAt'],
                $who[$row['id']] ?? '',
            ),
            $rows,
        );
    }

    /**
     * @param list<int> $ids of lessons that are shown; others may have begun since
     *
     * @return array<int, LessonSums> by id of the lesson
     */
    private function sums(array $ids): array
    {
        $lessons = $this->lessons->byIds($ids);

        return array_combine(
            array_map(static fn (Lesson $lesson): int => (int) $lesson->getId(), $lessons),
            array_map(LessonSums::of(...), $this->taught->of($lessons)),
        );
    }
}
