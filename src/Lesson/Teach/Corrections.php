<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\User;
use App\Shared\Repository\ClassRepository;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\SequenceRepository;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LessonRun;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\LogLimits;
use CoinStair\Core\Score\Instrument;
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
    /** What is corrected by saying it anew. */
    private const STANDS = [
        EntryKind::Undo,
        EntryKind::Day,
        EntryKind::Moved,
        EntryKind::Ordered,
        EntryKind::Written,
        EntryKind::Out,
        EntryKind::Back,
    ];
    public const OUT = 'out';
    public const BACK = 'back';
    /** Of any lesson, also of one that is open, and of one with a log that was flooded. */
    private const ALWAYS = [self::OUT, self::BACK];

    public function __construct(
        private LessonLog $log,
        private LessonRepository $lessons,
        private ClassRepository $classes,
        private SequenceRepository $sequences,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param string       $what  coin, coin-back, miss, miss-back, not-done, group, undo, day, class, sequence, out or back
     * @param string       $about id of the step; of the correction that is undone; the day as Y-m-d; id of the class or
     *                            of the sequence
     * @param list<string> $who   instruments that played the step, where the correction says that; all of them if none are named
     *
     * @throws Refusal that says what was expected
     */
    public function make(Lesson $lesson, User $by, string $what, string $about, array $who = []): void
    {
        $isAlways = \in_array($what, self::ALWAYS, true);
        if ($lesson->isOpen() && !$isAlways) {
            throw Refusal::because('This lesson is open: correct it on its own screen.');
        }
        // A refusal writes nothing, and leaves the transaction as a value: nothing has to be begun anew after it.
        $refusal = $this->entities->wrapInTransaction(function () use ($lesson, $by, $what, $about, $who, $isAlways): ?Refusal {
            try {
                $this->entities->refresh($lesson, LockMode::PESSIMISTIC_WRITE);
                $hasRoom = $this->hasRoom($lesson);
                if (!$hasRoom && !$isAlways) {
                    throw Refusal::because('The log of this lesson is full: it takes no further correction.');
                }
                $entry = $this->made($lesson, $what, $about, $who);
                if (null !== $entry && $hasRoom) {
                    $this->log->add($lesson, [$entry], $by);
                }
            } catch (Refusal $refusal) {
                return $refusal;
            }

            return null;
        });
        if (null !== $refusal) {
            throw $refusal;
        }
    }

    private function hasRoom(Lesson $lesson): bool
    {
        return $lesson->getLogSize() < LogLimits::IN_ALL && \count($this->lessons->corrections($lesson)) < LogLimits::CORRECTIONS;
    }

    /**
     * @param list<string> $who
     *
     * @return LogEntry|null none where nothing changes
     *
     * @throws Refusal
     */
    private function made(Lesson $lesson, string $what, string $about, array $who): ?LogEntry
    {
        return match ($what) {
            'coin' => $this->more($lesson, $this->step($lesson, $about), EntryKind::Coin),
            'coin-back' => $this->takeBack($lesson, $this->step($lesson, $about), EntryKind::Coin),
            'miss' => $this->more($lesson, $this->step($lesson, $about), EntryKind::Miss),
            'miss-back' => $this->takeBack($lesson, $this->step($lesson, $about), EntryKind::Miss),
            'not-done' => $this->entry($lesson, $this->step($lesson, $about), EntryKind::NotDone),
            'group' => $this->group($lesson, $this->step($lesson, $about), $who),
            'undo' => $this->undo($lesson, $about),
            'day' => $this->day($lesson, $about),
            'class' => $this->toClass($lesson, $about),
            'sequence' => $this->toSequence($lesson, $about),
            self::OUT => $this->out($lesson),
            self::BACK => $this->back($lesson),
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

    private function entry(Lesson $lesson, ?TaughtStep $step, EntryKind $kind, string $text = '', int $tempo = 0): LogEntry
    {
        return new LogEntry(
            Uuid::v4()->toRfc4122(),
            $step->id ?? '',
            $kind,
            $tempo,
            $this->log->now(),
            1 + $lesson->getLogSize(),
            $text,
            afterwards: true,
        );
    }

    /** @throws Refusal */
    private function more(Lesson $lesson, TaughtStep $step, EntryKind $kind): LogEntry
    {
        $result = LessonRun::ofStep($step, $this->logged($lesson, $step));
        if (null === $result) {
            throw Refusal::because('Nothing is played in this step.');
        }

        // It falls on the tread on which the class stopped.
        return $this->entry($lesson, $step, $kind, tempo: $step->step->stair->treads[$result->tread] ?? 0);
    }

    /** @return list<LogEntry> what the log has of a step, in order */
    private function logged(Lesson $lesson, TaughtStep $step): array
    {
        return array_values(
            array_filter(
                LogEntry::inOrder($this->lessons->entriesOf($lesson)),
                static fn (LogEntry $entry): bool => $entry->step === $step->id,
            ),
        );
    }

    /** @throws Refusal */
    private function takeBack(Lesson $lesson, TaughtStep $step, EntryKind $kind): LogEntry
    {
        $of = array_filter($this->logged($lesson, $step), static fn (LogEntry $entry): bool => $kind === $entry->kind);
        $last = end($of);
        if (false === $last) {
            throw Refusal::because(
                EntryKind::Coin === $kind
                    ? 'This step has no coin that could be taken back.'
                    : 'This step has no miss that could be taken back.',
            );
        }

        return $this->entry($lesson, $step, EntryKind::Undo, $last->id);
    }

    /**
     * @param list<string> $who
     *
     * @throws Refusal
     */
    private function group(Lesson $lesson, TaughtStep $step, array $who): LogEntry
    {
        $all = $lesson->getClass()->instruments();
        $named = array_values(array_filter($all, static fn (Instrument $one): bool => \in_array($one->value, $who, true)));
        if (!$step->step->purpose->isPlayed()) {
            throw Refusal::because('Nothing is played in this step.');
        }
        if (\count($named) !== \count($who)) {
            throw Refusal::because('This class has no such group.');
        }

        return $this->entry($lesson, $step, EntryKind::Group, $named === $all ? '' : implode(',', array_column($named, 'value')));
    }

    /** @throws Refusal */
    private function undo(Lesson $lesson, string $id): LogEntry
    {
        foreach ($this->lessons->corrections($lesson) as $row) {
            $entry = $row->entry();
            if ($entry->id === $id && !\in_array($entry->kind, self::STANDS, true)) {
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

    /** @throws Refusal */
    private function toClass(Lesson $lesson, string $id): ?LogEntry
    {
        $class = ctype_digit($id) && \strlen($id) < 10 ? $this->classes->find((int) $id) : null;
        if (null === $class || $class->isPutAway()) {
            throw Refusal::because('Choose the class with which the lesson was.');
        }
        $from = $lesson->getClass();
        if ($class === $from) {
            return null;
        }
        if ($this->lessons->countOfClass($class, $lesson->getDay()) >= LogLimits::LESSONS_OF_CLASS) {
            throw Refusal::because('This class has {most} lessons on that day; it takes no further one.', [
                'most' => (string) LogLimits::LESSONS_OF_CLASS,
            ]);
        }
        $steps = $lesson->steps();
        $sequences = $this->sequences->like($lesson, $class, true);
        usort($sequences, static fn (Sequence $a, Sequence $b): int => $b->asOther()->fits($steps) <=> $a->asOther()->fits($steps));
        $lesson->moveToSequence($class, $sequences[0] ?? null);

        return $this->entry($lesson, null, EntryKind::Moved, $from->getName());
    }

    /** @throws Refusal */
    private function toSequence(Lesson $lesson, string $id): ?LogEntry
    {
        foreach ($this->sequences->like($lesson, $lesson->getClass()) as $sequence) {
            if ((string) $sequence->getId() === $id) {
                if ($sequence === $lesson->getSequence()) {
                    return null;
                }
                $lesson->moveToSequence($lesson->getClass(), $sequence);

                return $this->entry($lesson, null, EntryKind::Ordered);
            }
        }
        throw Refusal::because('Choose a sequence of this class on the same piece.');
    }

    private function out(Lesson $lesson): ?LogEntry
    {
        if ($lesson->isPutAway()) {
            return null;
        }
        $lesson->putAway($this->clock->now());

        return $this->entry($lesson, null, EntryKind::Out);
    }

    private function back(Lesson $lesson): ?LogEntry
    {
        if (!$lesson->isPutAway()) {
            return null;
        }
        $lesson->bringBack();

        return $this->entry($lesson, null, EntryKind::Back);
    }
}
