<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Lesson;
use App\Shared\Repository\Checksum;
use App\Shared\Repository\LessonRepository;
use CoinStair\Core\Log\LogEntry as Entry;
use Doctrine\DBAL\Connection;

/** The append-only log of a lesson. An entry that is sent again changes nothing. */
final readonly class LessonLog
{
    private const ROWS_AT_ONCE = 200;

    public function __construct(private Connection $database, private LessonRepository $lessons)
    {
    }

    /** @param list<Entry> $entries */
    public function add(Lesson $lesson, array $entries): void
    {
        $this->database->transactional(fn () => $this->write($lesson, $entries));
    }

    /** @param list<Entry> $entries */
    private function write(Lesson $lesson, array $entries): void
    {
        foreach (array_chunk($entries, self::ROWS_AT_ONCE) as $rows) {
            $values = [];
            foreach ($rows as $entry) {
                array_push($values, $entry->id, $lesson->getProgram()?->getId(), $lesson->getId(), $entry->step, $entry->kind->value);
                array_push($values, $entry->tempo, $entry->at, $entry->count, $entry->text);
            }
            // An id that is there already is left as it is, so that a device may send again what it is not sure of.
            $this->database->executeStatement(
                'INSERT INTO log_entry (id, program_id, lesson_id, step, kind, tempo, made_at, device_count, text) VALUES '.
                    implode(', ', array_fill(0, \count($rows), '(?, ?, ?, ?, ?, ?, ?, ?, ?)')).
                    ' ON DUPLICATE KEY UPDATE id = id',
                $values,
            );
        }
        $this->database->executeStatement(
            'UPDATE lesson SET log_size = (SELECT COUNT(*) FROM log_entry WHERE lesson_id = ?), '.
                'log_hash = (SELECT '.
                Checksum::over('id').
                ' FROM log_entry WHERE lesson_id = ?) WHERE id = ?',
            [$lesson->getId(), $lesson->getId(), $lesson->getId()],
        );
    }

    /**
     * What a device needs to walk the log: id, step, kind, tempo, time, count, text.
     *
     * @return list<array{string, string, string, int, int, int, string}>
     */
    public function all(Lesson $lesson): array
    {
        return array_map(
            static fn (Entry $entry): array => [
                $entry->id,
                $entry->step,
                $entry->kind->value,
                $entry->tempo,
                $entry->at,
                $entry->count,
                $entry->text,
            ],
            $this->lessons->entriesOf($lesson),
        );
    }
}
