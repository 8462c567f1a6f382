<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Record\ClassRecord;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LessonRun;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\StepResult;
use CoinStair\Core\Method\StepPurpose;

/**
 * What was done in a lesson, what goes home, and what next time starts with.
 *
 * @phpstan-type Row array{number: int, purpose: StepPurpose, chunk: Chunk|null, result: StepResult|null, goal: int, stoppedAt: int, nextStart: int, done: bool, doneBefore: bool}
 */
final readonly class LessonSummary
{
    /**
     * @param list<Row>    $rows  steps that were opened or played
     * @param list<string> $notes
     * @param Row|null     $next  where next time starts
     * @param Row|null     $home  what is worth practising at home
     */
    private function __construct(public array $rows, public array $notes, public ?array $next, public ?array $home, public int $coins, public int $misses, public float $seconds)
    {
    }

    /**
     * @param list<LogEntry>    $entries
     * @param array<int, Chunk> $chunks  by id
     */
    public static function of(Lesson $lesson, array $entries, array $chunks): self
    {
        $results = LessonRun::results(ClassRecord::steps($lesson), $entries);
        $opened = [];
        $notes = [];
        foreach (LogEntry::inOrder($entries) as $entry) {
            $opened[$entry->step] = true;
            if (EntryKind::Note === $entry->kind) {
                $notes[] = $entry->text;
            }
        }
        $rows = [];
        $next = $home = null;
        foreach ($lesson->getPlan() as $index => $step) {
            $result = $results[$step['id']] ?? null;
            $done = $step['doneBefore'] || (null === $result ? isset($opened[$step['id']]) : $result->done);
            $treads = $step['treads'];
            $row = [
                'number' => $index + 1,
                'purpose' => StepPurpose::from($step['purpose']),
                'chunk' => $chunks[$step['chunk']] ?? null,
                'result' => $result,
                'goal' => [] === $treads ? 0 : $treads[\count($treads) - 1],
                'stoppedAt' => null === $result ? 0 : $treads[$result->tread],
                'nextStart' => null === $result ? 0 : $treads[max(0, $result->tread - $lesson->getClass()->getTreadsBack())],
                'done' => $done,
                'doneBefore' => $step['doneBefore'],
            ];
            if (isset($opened[$step['id']])) {
                $rows[] = $row;
            }
            if (null !== $result && !$done) {
                $next ??= $row;
                $home = $result->begun && (null === $home || $row['stoppedAt'] * $home['goal'] < $home['stoppedAt'] * $row['goal']) ? $row : $home;
            }
        }
        $times = array_map(static fn (LogEntry $entry): int => $entry->at, $entries);

        return new self(
            $rows,
            $notes,
            $next,
            $home,
            array_sum(array_map(static fn (StepResult $result): int => $result->coins, $results)),
            array_sum(array_map(static fn (StepResult $result): int => $result->misses, $results)),
            [] === $times ? 0.0 : (max($times) - min($times)) / 1000,
        );
    }
}
