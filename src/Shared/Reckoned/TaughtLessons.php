<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\LessonRepository;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\LogLimits;
use CoinStair\Core\Log\LogSummary;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use Symfony\Contracts\Service\ResetInterface;

/**
 * Lessons with what their logs tell. A log is read once for each of its states, and what it tells is kept: a page that looks back on two
 * years reads the log of the lesson that changed, and no other.
 */
final class TaughtLessons implements ResetInterface
{
    /** Entries that are in hand at once. */
    private const AT_ONCE = 2 * LogLimits::IN_ALL;

    /** @var array<int, array{list<Lesson>, list<TaughtLesson>}> of the class that was asked for last, by its id */
    private array $ofClass = [];

    public function __construct(private readonly LessonRepository $lessons, private readonly Memory $memory)
    {
    }

    public function reset(): void
    {
        $this->ofClass = [];
    }

    /**
     * The lessons of a class with their logs: kept for the one class that was asked for last, since they are asked for several times in a
     * row.
     *
     * @return array{list<Lesson>, list<TaughtLesson>} in the same order
     */
    public function ofClass(SchoolClass $class): array
    {
        $id = (int) $class->getId();
        if (!isset($this->ofClass[$id])) {
            $rows = $this->lessons->ofClass($class);
            $this->ofClass = [$id => [$rows, $this->of($rows)]];
        }

        return $this->ofClass[$id];
    }

    /**
     * @param list<Lesson> $lessons
     *
     * @return list<TaughtLesson> in the same order
     */
    public function of(array $lessons): array
    {
        $states = [] === $lessons ? [] : $this->lessons->logsOf($lessons);
        $taught = $read = [];
        $unread = 0;
        foreach ($lessons as $index => $lesson) {
            $id = (int) $lesson->getId();
            $isKept = true;
            $steps = $lesson->steps();
            // Its plan never changes, so this is all that it follows from.
            $log = $this->memory->remember(
                Fingerprint::of('log-summary')->with('lesson', $id)->with('log', $states[$id] ?? []),
                function () use ($lessons, $states, $index, $id, $steps, $unread, &$read, &$isKept): LogSummary {
                    $isKept = false;
                    if (!isset($read[$id])) {
                        $read = $this->read(\array_slice($lessons, $index, $unread + 1), $states);
                    }

                    return LogSummary::of($steps, $read[$id] ?? []);
                },
            );
            $unread = $isKept ? 0 : $unread + 1;
            unset($read[$id]);
            $taught[] = new TaughtLesson(LessonRepository::idOf($lesson), $lesson->getDay()->format('Y-m-d'), $steps, $log);
        }

        return $taught;
    }

    /**
     * The logs of a lesson and of those behind it: the more of them had to be read in a row, the more are read at once.
     *
     * @param list<Lesson>                      $lessons
     * @param array<int, array{size: int, ...}> $states  by id of the lesson
     *
     * @return array<int, list<LogEntry>> by id of the lesson
     */
    private function read(array $lessons, array $states): array
    {
        $batch = [];
        $entries = 0;
        foreach ($lessons as $lesson) {
            $entries += min($states[(int) $lesson->getId()]['size'] ?? 0, LogLimits::IN_ALL);
            if ([] !== $batch && $entries > self::AT_ONCE) {
                break;
            }
            $batch[] = $lesson;
        }

        return $this->lessons->entries($batch);
    }
}
