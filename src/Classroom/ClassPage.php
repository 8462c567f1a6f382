<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Record\ClassRecord;
use CoinStair\Core\Log\Coverage;
use CoinStair\Core\Log\LessonRun;
use CoinStair\Core\Log\StepResult;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Standing\ChunkCoverage;
use CoinStair\Core\Standing\CoverageState;
use Doctrine\ORM\EntityManagerInterface;

/** What a class has covered, when, and the tempo reached in each chunk. */
final readonly class ClassPage
{
    private const LESSONS = 15;

    public function __construct(private EntityManagerInterface $entities, private ClassRecord $record)
    {
    }

    /** @return array<string, mixed> */
    public function of(SchoolClass $class, int $page): array
    {
        $lessons = $this->record->lessons($class, self::LESSONS + 1, ($page - 1) * self::LESSONS);
        $shown = \array_slice($lessons, 0, self::LESSONS);
        $sums = $this->record->remember($class, 'lessons.'.$page, fn (): array => array_map(self::sums(...), $this->record->taught($shown)));
        $log = array_map(static fn (Lesson $lesson, array $sum): array => ['lesson' => $lesson] + $sum, $shown, $sums);

        return ['pieces' => $this->pieces($this->record->coverage($class)), 'log' => $log, 'page' => $page, 'more' => \count($lessons) > self::LESSONS];
    }

    /**
     * @param array<string, ChunkCoverage> $coverage
     *
     * @return list<array{piece: Piece, state: CoverageState, last: string, chunks: list<array{chunk: Chunk, met: ChunkCoverage}>}>
     */
    private function pieces(array $coverage): array
    {
        if ([] === $coverage) {
            return [];
        }
        /** @var list<Chunk> $chunks */
        $chunks = $this->entities->createQuery('SELECT c FROM '.Chunk::class.' c WHERE c.id IN (:ids) ORDER BY c.piece, c.fromPosition, c.fromOffset, c.toPosition')
            ->setParameter('ids', array_values(array_unique(array_map(intval(...), array_keys($coverage)))))->getResult();
        $pieces = [];
        foreach ($chunks as $chunk) {
            $met = $coverage[(string) $chunk->getId()] ?? null;
            if (null === $met) {
                // Only the rungs before it were played.
                continue;
            }
            $id = (int) $chunk->getPiece()->getId();
            $pieces[$id]['piece'] = $chunk->getPiece();
            $pieces[$id]['last'] = max($pieces[$id]['last'] ?? '', $met->lastDay);
            $pieces[$id]['chunks'][] = ['chunk' => $chunk, 'met' => $met];
        }
        $rows = [];
        foreach ($pieces as $piece) {
            $whole = array_filter($piece['chunks'], static fn (array $row): bool => self::isWhole($row['chunk']) && CoverageState::AtGoal === $row['met']->state);
            $rows[] = $piece + ['state' => Coverage::ofPiece(array_map(static fn (array $row): ChunkCoverage => $row['met'], $piece['chunks']), [] !== $whole)];
        }
        usort($rows, static fn (array $a, array $b): int => $b['last'] <=> $a['last']);

        return $rows;
    }

    private static function isWhole(Chunk $chunk): bool
    {
        $score = $chunk->getPiece()->score();
        $span = $chunk->span();

        return $span->from->equals($score->start()) && $span->to->equals($score->end());
    }

    /** @return array{coins: int, misses: int, steps: int} */
    private static function sums(TaughtLesson $taught): array
    {
        $begun = array_filter(LessonRun::results($taught->steps, $taught->entries), static fn (StepResult $result): bool => $result->begun);

        return [
            'coins' => array_sum(array_map(static fn (StepResult $result): int => $result->coins, $begun)),
            'misses' => array_sum(array_map(static fn (StepResult $result): int => $result->misses, $begun)),
            'steps' => \count($begun),
        ];
    }
}
