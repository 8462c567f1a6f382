<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use App\Shared\Reckoned\Standings;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\SequenceRepository;
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
        private Standings $standings,
        private Memory $memory,
    ) {
    }

    /** @param int $page of the log, from 1 */
    public function of(SchoolClass $class, int $page): ClassPage
    {
        $lessons = $this->lessons->ofClass($class, self::LESSONS + 1, ($page - 1) * self::LESSONS);
        $shown = \array_slice($lessons, 0, self::LESSONS);

        return new ClassPage(
            $class,
            $this->sequences->ofClass($class),
            $this->pieces($this->standings->of($class)),
            $this->log($shown),
            $page,
            \count($lessons) > self::LESSONS,
        );
    }

    /**
     * @param list<Lesson> $lessons
     *
     * @return list<LogRow>
     */
    private function log(array $lessons): array
    {
        $fingerprint = Fingerprint::of('sums')->with(
            'logs',
            array_map(static fn (Lesson $lesson): array => [$lesson->getId(), $lesson->getLogSize(), $lesson->getLogHash()], $lessons),
        );
        $sums = $this->memory->remember($fingerprint, fn (): array => array_map(LessonSums::of(...), $this->lessons->taught($lessons)));

        return array_map(
            static fn (Lesson $lesson, LessonSums $sum): LogRow => new LogRow($lesson, $sum->coins, $sum->misses, $sum->steps),
            $lessons,
            $sums,
        );
    }

    /** @return list<CoveredPiece> the one taught last first */
    private function pieces(Standing $standing): array
    {
        // Rungs on open strings lead to a chunk; by themselves they cover nothing of it.
        $met = array_values(array_filter($standing->coverage(), static fn (ChunkCoverage $met): bool => $met->matter->isChunk()));
        $rows = [];
        foreach ($this->chunks->byIds(array_map(static fn (ChunkCoverage $one): string => $one->matter->chunk, $met)) as $chunk) {
            $of = $standing->coverageOf(Matter::of((string) $chunk->getId()));
            if (null !== $of) {
                $rows[(int) $chunk->getPiece()->getId()][] = ['chunk' => $chunk, 'met' => $of];
            }
        }
        $pieces = array_map(self::piece(...), array_values($rows));
        usort($pieces, static fn (CoveredPiece $a, CoveredPiece $b): int => $b->last <=> $a->last);

        return $pieces;
    }

    /** @param non-empty-list<array{chunk: Chunk, met: ChunkCoverage}> $rows */
    private static function piece(array $rows): CoveredPiece
    {
        usort($rows, static function (array $a, array $b): int {
            $one = $a['chunk']->chunk();
            $other = $b['chunk']->chunk();

            return $one->from->compare($other->from) ?: $one->to->compare($other->to);
        });
        $piece = $rows[0]['chunk']->getPiece();
        $wholeAtGoal = false;
        foreach ($rows as $row) {
            $wholeAtGoal = $wholeAtGoal || ($row['met']->isAtGoal() && $row['chunk']->chunk()->isWhole($piece->score()));
        }
        $met = array_column($rows, 'met');

        return new CoveredPiece(
            $piece,
            Coverage::ofPiece($met, $wholeAtGoal),
            max(array_map(static fn (ChunkCoverage $one): string => $one->lastDay, $met)),
            $rows,
        );
    }
}
