<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Record\ClassRecord;
use CoinStair\Core\Practice\ChunkCoverage;
use CoinStair\Core\Practice\Coverage;
use CoinStair\Core\Practice\CoverageState;
use CoinStair\Core\Practice\LessonRun;
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
        $lessons = $this->record->lessons($class);
        $taught = $this->record->taught($lessons);
        $coverage = Coverage::ofChunks($taught);
        $shown = \array_slice($lessons, ($page - 1) * self::LESSONS, self::LESSONS);
        $log = [];
        foreach ($shown as $index => $lesson) {
            $log[] = self::line($lesson, LessonRun::results($taught[($page - 1) * self::LESSONS + $index]->steps, $taught[($page - 1) * self::LESSONS + $index]->entries));
        }

        return ['pieces' => $this->pieces($coverage), 'log' => $log, 'page' => $page, 'more' => \count($lessons) > $page * self::LESSONS];
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
        $chunks = $this->entities->createQuery('SELECT c, p FROM '.Chunk::class.' c JOIN c.piece p WHERE c.id IN (:ids) ORDER BY p.id, c.fromPosition, c.fromOffset, c.toPosition')
            ->setParameter('ids', array_map(intval(...), array_keys($coverage)))->getResult();
        $pieces = [];
        foreach ($chunks as $chunk) {
            $met = $coverage[(string) $chunk->getId()] ?? throw new \LogicException('A chunk was found that was not asked for.');
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

    /**
     * @param array<string, \CoinStair\Core\Practice\StepResult> $results
     *
     * @return array{lesson: Lesson, coins: int, misses: int, steps: int}
     */
    private static function line(Lesson $lesson, array $results): array
    {
        $begun = array_filter($results, static fn ($result): bool => $result->begun);

        return [
            'lesson' => $lesson,
            'coins' => array_sum(array_map(static fn ($result): int => $result->coins, $begun)),
            'misses' => array_sum(array_map(static fn ($result): int => $result->misses, $begun)),
            'steps' => \count($begun),
        ];
    }
}
