<?php

declare(strict_types=1);

namespace App\Shared\Facts;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\LessonLine;
use App\Shared\Repository\LessonRepository;
use CoinStair\Core\Lesson\TaughtStep;
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
    /** Lessons of a class that are in hand at once. */
    private const IN_HAND = 50;
    /** The latest lessons, to which something may still happen: so many at least, and up to a block more. */
    private const LATEST = 12;
    private const BLOCK = 50;

    /** @var array<int, list<LessonLine>> by class id */
    private array $lines = [];

    public function __construct(private readonly LessonRepository $lessons, private readonly Memory $memory)
    {
    }

    public function reset(): void
    {
        $this->lines = [];
    }

    /**
     * What is summed over all lessons of a class: of those that lie back once for each state of them, with the latest on top of it. So a
     * coin costs the same whatever a class was taught before.
     *
     * @template T
     *
     * @param Fingerprint                                 $of  what is summed, and all else that it follows from
     * @param \Closure(iterable<TaughtLesson>, T|null): T $sum of lessons, the first first, on top of what was summed before
     *
     * @return T
     */
    public function summed(SchoolClass $class, Fingerprint $of, \Closure $sum): mixed
    {
        $lines = $this->lines($class);
        $back = self::back($lines);

        return $sum($this->told(\array_slice($lines, $back)), $back > 0 ? $this->settled(\array_slice($lines, 0, $back), $of, $sum) : null);
    }

    /** Of what all lessons of a class speak. */
    public function matter(SchoolClass $class): TaughtMatter
    {
        return $this->summed($class, Fingerprint::of('matter'), self::matterOf(...));
    }

    /** Of what those lessons of a class speak that lie back. */
    public function matterBefore(SchoolClass $class): TaughtMatter
    {
        $lines = $this->lines($class);
        $back = self::back($lines);

        return 0 === $back
            ? TaughtMatter::none()
            : $this->settled(\array_slice($lines, 0, $back), Fingerprint::of('matter'), self::matterOf(...));
    }

    /**
     * @param list<Lesson> $lessons
     *
     * @return list<TaughtLesson> in the same order
     */
    public function of(array $lessons): array
    {
        $logs = [] === $lessons ? [] : $this->lessons->logsOf($lessons);
        $lines = $steps = [];
        foreach ($lessons as $lesson) {
            $id = (int) $lesson->getId();
            $lines[] = LessonLine::of($lesson, $logs[$id] ?? ['size' => 0, 'hash' => 0, 'begun' => '']);
            $steps[$id] = $lesson->steps();
        }

        return iterator_to_array($this->withSteps($lines, $steps), false);
    }

    /** @param iterable<TaughtLesson> $lessons */
    private static function matterOf(iterable $lessons, ?TaughtMatter $before): TaughtMatter
    {
        return ($before ?? TaughtMatter::none())->with($lessons);
    }

    /**
     * How many of the lessons lie back.
     *
     * @param list<LessonLine> $lines
     */
    private static function back(array $lines): int
    {
        return max(0, intdiv(\count($lines) - self::LATEST, self::BLOCK)) * self::BLOCK;
    }

    /**
     * @template T
     *
     * @param list<LessonLine>                          $lines
     * @param \Closure(iterable<TaughtLesson>, null): T $sum
     *
     * @return T
     */
    private function settled(array $lines, Fingerprint $of, \Closure $sum): mixed
    {
        $state = hash_init('xxh128');
        foreach ($lines as $line) {
            hash_update($state, "$line->id $line->day ".implode(' ', $line->log()).';');
        }

        return $this->memory->remember($of->with('settled', hash_final($state)), fn (): mixed => $sum($this->told($lines), null));
    }

    /** @return list<LessonLine> the first first */
    private function lines(SchoolClass $class): array
    {
        return $this->lines[(int) $class->getId()] ??= $this->lessons->lines($class);
    }

    /**
     * @param list<LessonLine> $lines
     *
     * @return \Generator<int, TaughtLesson> in the same order; few of them in hand at once
     */
    private function told(array $lines): \Generator
    {
        foreach (array_chunk($lines, self::IN_HAND) as $some) {
            yield from $this->withSteps($some, $this->lessons->plans(array_column($some, 'id')));
        }
    }

    /**
     * @param list<LessonLine>             $lines
     * @param array<int, list<TaughtStep>> $plans by id of the lesson
     *
     * @return \Generator<int, TaughtLesson> in the same order
     */
    private function withSteps(array $lines, array $plans): \Generator
    {
        $read = [];
        $unread = 0;
        foreach ($lines as $index => $line) {
            $isKept = true;
            $steps = $plans[$line->id] ?? [];
            // Its plan never changes, so this is all that it follows from.
            $log = $this->memory->remember(
                Fingerprint::of('log-summary')->with('lesson', $line->id)->with('log', $line->log()),
                function () use ($lines, $index, $line, $steps, $unread, &$read, &$isKept): LogSummary {
                    $isKept = false;
                    if (!isset($read[$line->id])) {
                        $read = $this->read(\array_slice($lines, $index, $unread + 1));
                    }

                    return LogSummary::of($steps, $read[$line->id] ?? []);
                },
            );
            $unread = $isKept ? 0 : $unread + 1;
            unset($read[$line->id]);
            yield new TaughtLesson(LessonRepository::idOf($line), $line->day, $steps, $log, (string) $line->piece);
        }
    }

    /**
     * The logs of a lesson and of those behind it: the more of them had to be read in a row, the more are read at once.
     *
     * @param list<LessonLine> $lines
     *
     * @return array<int, list<LogEntry>> by id of the lesson
     */
    private function read(array $lines): array
    {
        $batch = [];
        $entries = 0;
        foreach ($lines as $line) {
            $entries += min($line->size, LogLimits::IN_ALL);
            if ([] !== $batch && $entries > self::AT_ONCE) {
                break;
            }
            $batch[] = $line->id;
        }

        return $this->lessons->entries($batch);
    }
}
