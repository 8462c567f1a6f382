<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\User;
use App\Shared\Repository\LessonRepository;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\LogLimits;
use CoinStair\Core\Score\Refusal;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;

/**
 * Corrects the record of a lesson that was accepted: by entries of its log, with who and when. Nothing that was logged is changed or
 * removed, so the record stays honest, and all that is computed follows (handbook 11).
 */
final readonly class Corrections
{
    public function __construct(
        private LessonLog $log,
        private LessonRepository $lessons,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param string $what  coin, coin-back, not-done, undo or day
     * @param string $about id of the step; of the correction that is undone; the day as Y-m-d
     *
     * @throws Refusal that says what was expected
     */
    public function make(Lesson $lesson, User $by, string $what, string $about): void
    {
        if ($lesson->isOpen()) {
            throw Refusal::because('This lesson is open: correct it on its own screen.');
        }
        // A refusal writes nothing, and leaves the transaction as a value: nothing has to be begun anew after it.
        $refusal = $this->entities->wrapInTransaction(function () use ($lesson, $by, $what, $about): ?Refusal {
            try {
                $this->entities->refresh($lesson, LockMode::PESSIMISTIC_WRITE);
                $this->expectRoom($lesson);
                $this->log->add($lesson, [$this->made($lesson, $what, $about)], $by);
            } catch (Refusal $refusal) {
                return $refusal;
            }

            return null;
        });
        if (null !== $refusal) {
            throw $refusal;
        }
    }

    /** @throws Refusal */
    private function expectRoom(Lesson $lesson): void
    {
        if ($lesson->getLogSize() >= LogLimits::IN_ALL || \count($this->lessons->corrections($lesson)) >= LogLimits::CORRECTIONS) {
            throw Refusal::because('The log of this lesson is full: it takes no further correction.');
        }
    }

    /** @throws Refusal */
    private function made(Lesson $lesson, string $what, string $about): LogEntry
    {
        return match ($what) {
            'coin' => $this->coin($lesson, $this->step($lesson, $about)),
            'coin-back' => $this->takeBack($lesson, $this->step($lesson, $about)),
            'not-done' => $this->entry($lesson, $this->step($lesson, $about), EntryKind::NotDone),
            'undo' => $this->undo($lesson, $about),
            'day' => $this->day($lesson, $about),
            default => throw Refusal::because('This is no correction.'),
        };
    }

    /** @throws Refusal */
    private function step(Lesson $lesson, string $id): TaughtStep
    {
        foreach ($lesson->steps() as $step) {
            if ($step->id === $id) {
                return $step;
            }
        }
        throw Refusal::because('This lesson has no such step.');
    }

    private function entry(Lesson $lesson, ?TaughtStep $step, EntryKind $kind, string $text = ''): LogEntry
    {
        return new LogEntry(
            Uuid::v4()->toRfc4122(),
            $step->id ?? '',
            $kind,
            0,
            $this->log->now(),
            1 + $lesson->getLogSize(),
            $text,
            afterwards: true,
        );
    }

    /** @throws Refusal */
    private function coin(Lesson $lesson, TaughtStep $step): LogEntry
    {
        return null === $step->step->stair
            ? throw Refusal::because('Nothing is played in this step.')
            : $this->entry($lesson, $step, EntryKind::Coin);
    }

    /** @throws Refusal */
    private function takeBack(Lesson $lesson, TaughtStep $step): LogEntry
    {
        $coins = array_filter(
            LogEntry::inOrder($this->lessons->entriesOf($lesson)),
            static fn (LogEntry $entry): bool => $entry->step === $step->id && EntryKind::Coin === $entry->kind,
        );
        $last = end($coins);
        if (false === $last) {
            throw Refusal::because('This step has no coin that could be taken back.');
        }

        return $this->entry($lesson, $step, EntryKind::Undo, $last->id);
    }

    /** @throws Refusal */
    private function undo(Lesson $lesson, string $id): LogEntry
    {
        foreach ($this->lessons->corrections($lesson) as $row) {
            $entry = $row->entry();
            if ($entry->id === $id && !\in_array($entry->kind, [EntryKind::Undo, EntryKind::Day], true)) {
                return $this->entry($lesson, $this->step($lesson, $entry->step), EntryKind::Undo, $id);
            }
        }
        throw Refusal::because('This correction cannot be taken back.');
    }

    /** @throws Refusal */
    private function day(Lesson $lesson, string $typed): LogEntry
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $typed);
        $today = $lesson->getProgram()?->today($this->clock->now())->format('Y-m-d') ?? '';
        if (false === $day || $day->format('Y-m-d') !== $typed || $typed > $today || $typed < '2000-01-01') {
            throw Refusal::because('The day of a lesson is a date, not later than today.');
        }
        $lesson->moveTo($day);

        return $this->entry($lesson, null, EntryKind::Day, $typed);
    }
}
