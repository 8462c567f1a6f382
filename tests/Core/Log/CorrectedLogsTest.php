<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Log;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\OtherSequence;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\Coverage;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LessonEnd;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\PastLessons;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Progress\ClassRecord;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\HeldSkills;
use CoinStair\Core\Tests\Skill\Lessons;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** A record that was corrected tells what it would tell if it had been logged so at once (handbook 11). */
final class CorrectedLogsTest extends TestCase
{
    private const LOGS = 300;
    private const KINDS = [
        EntryKind::Begin,
        EntryKind::Coin,
        EntryKind::Coin,
        EntryKind::Coin,
        EntryKind::Miss,
        EntryKind::Up,
        EntryKind::Done,
        EntryKind::Round,
    ];

    public function testRandomLogsWithAllKindsOfCorrection(): void
    {
        mt_srand(23);
        $kinds = [];
        for ($log = 0; $log < self::LOGS; ++$log) {
            [$steps, $asIf] = self::plans();
            $logged = self::logged($steps);
            $corrected = $logged;
            $meant = $logged;
            foreach (self::sample($logged, mt_rand(0, 3)) as $number => $entry) {
                // What was taken back was never logged.
                $corrected[] = self::entry("undo-$log-$number", $entry->step, EntryKind::Undo, $entry->id);
                $meant = array_filter($meant, static fn (LogEntry $one): bool => $one->id !== $entry->id);
                $kinds['taken back '.$entry->kind->value] = true;
            }
            foreach ($steps as $index => $step) {
                $who = $asIf[$index]->step->who()->instruments;
                if ($who !== $step->step->who()->instruments) {
                    // Said twice: the last word holds.
                    $corrected[] = self::entry("first-$log-$index", $step->id, EntryKind::Group, 'violin');
                    $corrected[] = self::entry("group-$log-$index", $step->id, EntryKind::Group, implode(',', array_column($who, 'value')));
                    $kinds[[] === $who ? 'played by all' : 'played by a group'] = true;
                }
            }
            $corrected[] = self::entry("day-$log", '', EntryKind::Day, '2026-10-05');
            $corrected[] = self::entry("out-$log", '', EntryKind::Out);
            $corrected[] = self::entry("back-$log", '', EntryKind::Back);
            shuffle($corrected);
            self::assertEquals(self::told($asIf, $meant), self::told($steps, $corrected), "log $log");
        }
        self::assertGreaterThanOrEqual(8, \count($kinds), implode(', ', array_keys($kinds)));
    }

    public function testALessonThatWasMovedIsOfTheOtherSequence(): void
    {
        $steps = [
            Lessons::step('11', 1),
            Lessons::step('p1', 0),
            Lessons::step('12', 2),
            Lessons::step('13', 1),
            Lessons::step('14', 3),
        ];
        $key = static fn (int $chunk, StepPurpose $purpose = StepPurpose::Learn): string => OtherSequence::key($purpose, $chunk, null);
        $other = new OtherSequence(['21' => $key(2), '22' => $key(1), '23' => $key(3, StepPurpose::Join)]);
        $moved = $other->take($steps);
        self::assertSame(['22', 'p1', '21', '', ''], array_map(static fn (TaughtStep $step): string => $step->row(), $moved));
        self::assertSame([0, 2], $other->fits($steps));
        self::assertSame(array_column($steps, 'id'), array_column($moved, 'id'), 'the log goes on to speak of them');
        $back = new OtherSequence(['11' => $key(1), '12' => $key(2), '13' => $key(1), '14' => $key(3)]);
        self::assertEquals($steps, $back->take($moved), 'moved back it is as it was');
        self::assertSame([4, 4], $back->fits($moved), 'it is known again');
        $stored = array_map(static fn (TaughtStep $step): array => $step->stored(), $moved);
        self::assertSame($stored, array_map(static fn (array $row): array => TaughtStep::parse($row)->stored(), $stored));
    }

    /** @return array{list<TaughtStep>, list<TaughtStep>} as they were planned, and as they were really played */
    private static function plans(): array
    {
        $groups = [[], [Instrument::Violin], [Instrument::Viola, Instrument::Cello]];
        $planned = $played = [];
        for ($step = 0, $steps = mt_rand(1, 4); $step < $steps; ++$step) {
            $who = $groups[mt_rand(0, 2)];
            $mode = Mode::cases()[mt_rand(0, 1)];
            $chunk = mt_rand(1, 2);
            $planned[] = Lessons::step("s$step", $chunk, $mode, $who);
            $real = 0 === mt_rand(0, 2) ? $groups[mt_rand(0, 2)] : $who;
            $played[] = Lessons::step("s$step", $chunk, $mode, $real);
        }

        return [$planned, $played];
    }

    /**
     * @param list<TaughtStep> $steps
     *
     * @return list<LogEntry>
     */
    private static function logged(array $steps): array
    {
        $entries = [];
        for ($entry = 0, $most = mt_rand(1, 25); $entry < $most; ++$entry) {
            $kind = self::KINDS[mt_rand(0, \count(self::KINDS) - 1)];
            $entries[] = new LogEntry(
                "e$entry",
                $steps[mt_rand(0, \count($steps) - 1)]->id,
                $kind,
                [60, 66, Lessons::GOAL][mt_rand(0, 2)],
                1000 + $entry,
                0,
                EntryKind::Round === $kind ? 'pluck' : '',
            );
        }

        return $entries;
    }

    /**
     * @param list<LogEntry> $logged
     *
     * @return list<LogEntry> neither the first nor the last, by which the time of the lesson is told
     */
    private static function sample(array $logged, int $count): array
    {
        $among = \array_slice($logged, 1, -1);
        shuffle($among);

        return \array_slice($among, 0, $count);
    }

    private static function entry(string $id, string $step, EntryKind $kind, string $text = ''): LogEntry
    {
        return new LogEntry($id, $step, $kind, 0, str_starts_with($id, 'first') ? 90_000 : 91_000, 0, $text, '', true);
    }

    /**
     * All that is told of a lesson.
     *
     * @param list<TaughtStep>     $steps
     * @param array<int, LogEntry> $entries
     *
     * @return list<mixed>
     */
    private static function told(array $steps, array $entries): array
    {
        $piece = Tunes::abc('D2A2|D4|A2D2|A4|');
        $whole = Chunk::whole($piece);
        $lesson = TaughtLesson::of('1', '2026-10-05', $steps, $entries);
        $held = [];
        foreach ($lesson->played() as $played) {
            $held[HeldSkills::key('', $played)] = ['violin' => ['one'], 'viola' => ['one', 'two'], 'cello' => ['three']];
        }
        $end = LessonEnd::of($steps, array_values($entries), 1);

        return [
            PastLessons::of([$lesson], [1 => $whole, 2 => $whole]),
            Coverage::ofChunks([$lesson]),
            ClassRecord::of([$lesson], HeldSkills::of($held)),
            [$end->coins, $end->misses, $end->seconds, $end->next?->number, $end->next?->nextStart, $end->home?->number],
        ];
    }
}
