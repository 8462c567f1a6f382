<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use App\Shared\Reckoned\Prospects;
use App\Shared\Reckoned\Skills;
use App\Shared\Reckoned\Standings;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\PieceRepository;
use App\Shared\Repository\SequenceRepository;
use App\Shared\Web\MusicExtension;
use CoinStair\Core\Log\Coverage;
use CoinStair\Core\Log\LessonSums;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Standing\ChunkCoverage;
use CoinStair\Core\Standing\Matter;
use CoinStair\Core\Standing\Standing;

/** Tells what a class has covered, when, and the tempo reached in each chunk. */
final readonly class ClassView
{
    private const LESSONS = 15;

    public function __construct(
        private ChunkRepository $chunks,
        private LessonRepository $lessons,
        private SequenceRepository $sequences,
        private PieceRepository $library,
        private Standings $standings,
        private Skills $skills,
        private Prospects $prospects,
        private MusicExtension $music,
        private Memory $memory,
    ) {
    }

    /** @param int $page of the log, from 1 */
    public function of(SchoolClass $class, int $page): ClassPage
    {
        $rows = $this->lessons->rowsOf($class, self::LESSONS + 1, ($page - 1) * self::LESSONS);
        $pieces = $this->pieces($this->standings->of($class));
        $skills = $this->skills->of($class);

        return new ClassPage(
            $class,
            $this->sequences->ofClass($class),
            $pieces,
            $skills,
            $this->skills->catalogue(),
            $this->prospects->of($class, array_map(static fn (CoveredPiece $piece): int => $piece->piece, $pieces)),
            QuiltBlock::all($this->skills->catalogue(), $skills),
            $this->log(\array_slice($rows, 0, self::LESSONS)),
            $page,
            \count($rows) > self::LESSONS,
            $this->library->books(),
        );
    }

    /**
     * @param list<array{
     *     id: int, day: \DateTimeImmutable, endedAt: \DateTimeImmutable|null, title: string, remark: string, logSize: int, logHash: int,
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
            array_map(LessonSums::of(...), $this->lessons->taught($lessons)),
        );
    }

    /** @return list<CoveredPiece> the one taught last first */
    private function pieces(Standing $standing): array
    {
        // Rungs on open strings lead to a chunk; by themselves they cover nothing of it.
        $met = array_values(array_filter($standing->coverage(), static fn (ChunkCoverage $met): bool => $met->matter->isChunk()));
        $ids = array_map(static fn (ChunkCoverage $one): string => $one->matter->chunk, $met);
        $fingerprint = Fingerprint::of('covered')->with('coverage', $met)->with('chunks', $this->chunks->stateOf($ids));

        return $this->memory->remember($fingerprint, function () use ($standing, $ids): array {
            $rows = [];
            foreach ($this->chunks->byIds($ids) as $chunk) {
                $of = $standing->coverageOf(Matter::of((string) $chunk->getId()));
                if (null !== $of) {
                    $rows[(int) $chunk->getPiece()->getId()][] = [$chunk, $of];
                }
            }
            $pieces = array_map($this->piece(...), array_values($rows));
            usort($pieces, static fn (CoveredPiece $a, CoveredPiece $b): int => $b->last <=> $a->last);

            return $pieces;
        });
    }

    /** @param non-empty-list<array{Chunk, ChunkCoverage}> $rows */
    private function piece(array $rows): CoveredPiece
    {
        usort($rows, static function (array $a, array $b): int {
            $one = $a[0]->chunk();
            $other = $b[0]->chunk();

            return $one->from->compare($other->from) ?: $one->to->compare($other->to);
        });
        $piece = $rows[0][0]->getPiece();
        $score = $piece->score();
        $wholeAtGoal = false;
        $chunks = [];
        foreach ($rows as [$chunk, $met]) {
            $wholeAtGoal = $wholeAtGoal || ($met->isAtGoal() && $chunk->chunk()->isWhole($score));
            $label = $this->music->measures($score, $chunk->chunk());
            $chunks[] = new CoveredChunk($label, $met->reached, $met->goal, $met->coins, $met->lastDay);
        }
        $met = array_column($rows, 1);

        return new CoveredPiece(
            (int) $piece->getId(),
            $piece->getTitle(),
            Coverage::ofPiece($met, $wholeAtGoal),
            max(array_map(static fn (ChunkCoverage $one): string => $one->lastDay, $met)),
            $chunks,
        );
    }
}
