<?php

declare(strict_types=1);

namespace App\Lesson\TakeOut;

use App\Shared\Entity\Lesson;
use Doctrine\DBAL\Connection;

/** A lesson and its whole log as text: a line of JSON for the lesson, and one for each entry in the order in which it was taken. */
final readonly class LessonFile
{
    /** Entries that are in hand at once. */
    private const AT_ONCE = 2000;
    private const JSON = \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES;

    public function __construct(private Connection $database)
    {
    }

    public static function name(Lesson $lesson): string
    {
        return \sprintf('lesson-%d-%s.jsonl', $lesson->getId(), $lesson->getDay()->format('Y-m-d'));
    }

    /** @return \Generator<int, string> each with its line end */
    public function lines(Lesson $lesson): \Generator
    {
        yield json_encode([
            'lesson' => $lesson->getId(),
            'class' => $lesson->getClass()->getName(),
            'piece' => $lesson->getPiece()->getTitle(),
            'day' => $lesson->getDay()->format('Y-m-d'),
            'startedAt' => $lesson->getStartedAt()->format(\DATE_ATOM),
            'endedAt' => $lesson->getEndedAt()?->format(\DATE_ATOM),
            'remark' => $lesson->getRemark(),
            'entries' => $lesson->getLogSize(),
            'steps' => array_map(static fn ($step): array => $step->stored(), $lesson->steps()),
        ], self::JSON)."\n";
        $after = 0;
        do {
            $rows = $this->rows($lesson, $after);
            foreach ($rows as $row) {
                yield json_encode($row, self::JSON)."\n";
                $after = (int) $row['position'];
            }
        } while ([] !== $rows);
    }

    /** @return list<array{position: int|string}&array<string, int|string|null>> */
    private function rows(Lesson $lesson, int $after): array
    {
        /** @var list<array{position: int|string}&array<string, int|string|null>> $rows */
        $rows = $this->database->fetchAllAssociative(
            'SELECT position, id, step, kind, tempo, made_at, device_count, text, device, late, afterwards, account_id FROM log_entry '.
                'WHERE lesson_id = ? AND program_id = ? AND position > ? ORDER BY position LIMIT '.self::AT_ONCE,
            [$lesson->getId(), $lesson->getProgram()?->getId(), $after],
        );

        return $rows;
    }
}
