<?php

declare(strict_types=1);

namespace App\Lesson\TakeOut;

use App\Shared\Entity\Lesson;
use App\Shared\Facts\FactsOfClasses;
use Doctrine\DBAL\Connection;

/**
 * Deletes a lesson with its log: the one way in which something that was logged leaves the record, for a lesson that never was one. A log
 * of any length is deleted a part after the other.
 */
final readonly class TakeOut
{
    /** Entries that are deleted at once. */
    private const AT_ONCE = 2000;

    public function __construct(private Connection $database, private FactsOfClasses $facts)
    {
    }

    /**
     * @param float $until time, in seconds since 1970, after which no further part is begun
     *
     * @return int how many entries are left; none if the lesson is gone
     */
    public function go(Lesson $lesson, float $until): int
    {
        $of = [$lesson->getId(), $lesson->getProgram()?->getId()];
        do {
            $deleted = $this->database->executeStatement(
                'DELETE FROM log_entry WHERE lesson_id = ? AND program_id = ? ORDER BY position LIMIT '.self::AT_ONCE,
                $of,
            );
        } while ($deleted > 0 && microtime(true) < $until);
        $left = $this->database->fetchOne('SELECT COUNT(*) FROM log_entry WHERE lesson_id = ? AND program_id = ?', $of);
        if (is_numeric($left) && (int) $left > 0) {
            return (int) $left;
        }
        $this->database->executeStatement('DELETE FROM lesson WHERE id = ? AND program_id = ?', $of);
        $this->facts->reset();

        return 0;
    }
}
