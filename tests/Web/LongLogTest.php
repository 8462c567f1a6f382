<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\TakeOut\TakeOutCommand;
use App\Lesson\Teach\LessonLog;
use App\Lesson\Teach\LessonPlanner;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\LogEntry;
use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\ClassRecords;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Facts\Standings;
use App\Shared\Facts\TaughtLessons;
use App\Shared\Repository\LessonRepository;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\Coverage;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry as Entry;
use CoinStair\Core\Log\LogLimits;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Progress\Evidence;
use CoinStair\Core\Score\Instrument;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\Uid\Uuid;

/** Logs have a size, pages read what they tell and not the logs, and a lesson that never was one can be taken out. */
final class LongLogTest extends WebCase
{
    use SendsEntries;

    public function testABatchHasASize(): void
    {
        $lesson = $this->lesson();
        $this->send($lesson, array_fill(0, LogLimits::AT_ONCE + 1, $this->entry($lesson, 'coin')));
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('at most 500 entries', $this->body());
    }

    public function testALogTakesSoManyEntriesAndTellsWhichItDidNotTake(): void
    {
        $lesson = $this->lesson();
        $this->service(LessonLog::class)->add($lesson, $this->coins($lesson, LogLimits::OF_LESSON - 1));
        $last = $this->entry($lesson, 'coin');
        $over = $this->entry($lesson, 'miss');
        $this->send($lesson, [$last, $over], after: LogLimits::OF_LESSON - 1);
        self::assertCount(1, $this->answer()['entries']);
        self::assertSame([['id' => $over['id'], 'why' => 'a lesson has at most 4000 entries']], $this->answer()['refused']);
        $this->send($lesson, [$last], after: LogLimits::OF_LESSON);
        self::assertSame([], $this->answer()['refused'], 'what is in the log already was taken');
        $this->post("/lessons/{$lesson->getId()}/accept", ['remark' => '']);
        $about = ['what' => 'coin', 'about' => $this->played($lesson)->id];
        $this->post("/lessons/{$lesson->getId()}/correct", $about);
        self::assertResponseRedirects(null, 303, 'a full log can still be corrected');
        self::assertSame(LogLimits::OF_LESSON + 1, $this->entities()->getRepository(LogEntry::class)->count([]));
    }

    public function testALogThatAnEarlierReleaseLetGrowIsReadAsFarAsALessonGoes(): void
    {
        $lesson = $this->lesson();
        $this->flood($lesson, 12_000);
        $this->post("/lessons/{$lesson->getId()}/accept", ['remark' => '']);
        $pages = ['/', '/classes', "/classes/{$lesson->getClass()->getId()}", "/sequences/{$lesson->getSequence()?->getId()}"];
        foreach ([...$pages, "/lessons/{$lesson->getId()}/end", "/classes/{$lesson->getClass()->getId()}/report"] as $page) {
            memory_reset_peak_usage();
            $before = memory_get_usage();
            $this->browser->request('GET', $page);
            self::assertResponseIsSuccessful($page);
            self::assertLessThan(24 * 1024 ** 2, memory_get_peak_usage() - $before, $page);
        }
        self::assertCount(LogLimits::IN_ALL, $this->log($lesson)['entries']);
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/end");
        self::assertSelectorTextContains('.said.error', '7,500 entries of this log are not counted');
        $this->post("/lessons/{$lesson->getId()}/correct", ['what' => 'coin', 'about' => $this->played($lesson)->id]);
        self::assertSelectorTextContains('[role=alert]', 'takes no further correction');
    }

    public function testWhatALogTellsIsReckonedOnceForEachOfItsStates(): void
    {
        $sequence = $this->sequence();
        $lessons = [];
        for ($day = 1; $day <= 9; ++$day) {
            $lessons[] = $lesson = $this->service(LessonPlanner::class)->begin($sequence, new \DateTimeImmutable("2026-09-0$day"));
            $this->entities()->persist($lesson);
            $this->entities()->flush();
            $this->service(LessonLog::class)->add($lesson, $this->coins($lesson, $day));
        }
        $memory = new class implements Memory {
            /** @var array<string, mixed> */
            private array $kept = [];
            public int $reckoned = 0;

            public function remember(Fingerprint $fingerprint, \Closure $reckon): mixed
            {
                $this->reckoned += isset($this->kept[$fingerprint->key()]) ? 0 : 1;

                return $this->kept[$fingerprint->key()] ??= $reckon();
            }
        };
        $taught = new TaughtLessons($this->service(LessonRepository::class), $memory);
        $this->entities()->clear();
        $class = $this->entities()->find(SchoolClass::class, $sequence->getClass()->getId());
        self::assertNotNull($class);
        $rows = $this->entities()->getRepository(Lesson::class)->findBy(['class' => $class], ['day' => 'DESC']);
        $coins = static fn (bool $isBackward = false): array => array_map(
            static fn (TaughtLesson $one): int => array_sum(array_column($one->log->results, 'coins')),
            $taught->of($isBackward ? array_reverse($rows) : $rows),
        );
        self::assertSame([9, 8, 7, 6, 5, 4, 3, 2, 1], $coins());
        self::assertSame(9, $memory->reckoned);
        self::assertSame([1, 2, 3, 4, 5, 6, 7, 8, 9], $coins(true));
        self::assertSame(9, $memory->reckoned, 'nothing was read again');
        $this->service(LessonLog::class)->add($rows[4], $this->coins($rows[4], 1));
        self::assertSame([9, 8, 7, 6, 6, 4, 3, 2, 1], $coins());
        self::assertSame(10, $memory->reckoned, 'but the lesson that changed');
    }

    public function testWhatWasTaughtBeforeHundredsOfLessonsIsStillKnown(): void
    {
        $lesson = $this->lesson();
        $this->earn($lesson, $this->played($lesson));
        $lesson->end(new \DateTimeImmutable(), '');
        $this->entities()->flush();
        $this->copies($lesson, 600, "'[]'");
        $class = $lesson->getClass();
        self::assertCount(1, $this->service(Standings::class)->of($class)->coverage());
        self::assertNotSame([], $this->service(ClassRecords::class)->of($class)->codes(Instrument::Violin));
        $this->browser->request('GET', "/classes/{$class->getId()}");
        self::assertSelectorTextContains('main', $lesson->getPiece()->getTitle());
        self::assertStringNotContainsString('Nothing taught yet', $this->body());
    }

    public function testWhatIsSummedInPartsIsWhatIsSummedAtOnce(): void
    {
        $lesson = $this->lesson();
        $this->earn($lesson, $this->played($lesson));
        $lesson->end(new \DateTimeImmutable(), '');
        $this->entities()->flush();
        $this->copies($lesson, 130, 'plan');
        $class = $lesson->getClass();
        $rows = $this->entities()->getRepository(Lesson::class)->findBy(['class' => $class], ['day' => 'ASC', 'id' => 'ASC']);
        self::assertCount(131, $rows);
        $taught = $this->service(TaughtLessons::class);
        $atOnce = Coverage::ofChunks($taught->of($rows));
        self::assertSame(131, $atOnce[0]->lessons);
        self::assertEquals($atOnce, $this->service(Standings::class)->of($class)->coverage());
        self::assertCount(131, $this->evidence($class));
        // One that lies back is corrected: what was summed of it is another.
        $this->entities()->getConnection()->executeStatement(
            "DELETE FROM log_entry WHERE lesson_id = ? AND kind = 'coin'",
            [$rows[3]->getId()],
        );
        $this->entities()->getConnection()->executeStatement('UPDATE lesson SET log_hash = log_hash + 1 WHERE id = ?', [$rows[3]->getId()]);
        $this->service(FactsOfClasses::class)->reset();
        self::assertSame(130, $this->service(Standings::class)->of($class)->coverage()[0]->lessons);
        self::assertCount(130, $this->evidence($class));
    }

    /** @return list<Evidence> of one of the skills that the class met */
    private function evidence(SchoolClass $class): array
    {
        $record = $this->service(ClassRecords::class)->of($class);

        return $record->evidence(Instrument::Violin, $record->codes(Instrument::Violin)[0] ?? '');
    }

    /** So many lessons of the days after, each with the same log, and with the given plan. */
    private function copies(Lesson $lesson, int $count, string $plan): void
    {
        $database = $this->entities()->getConnection();
        $same = 'class_id, sequence_id, piece_id, program_id, log_size, log_hash, short_pieces';
        $database->executeStatement(
            "INSERT INTO lesson (day, started_at, ended_at, plan, remark, $same) SELECT DATE_ADD(day, INTERVAL s.seq DAY), started_at, ".
                "ended_at, $plan, 'copy', $same FROM lesson JOIN seq_1_to_$count s WHERE id = ?",
            [$lesson->getId()],
        );
        $database->executeStatement(
            'INSERT INTO log_entry (id, step, kind, tempo, made_at, device_count, text, lesson_id, program_id, position) '.
                'SELECT UUID(), e.step, e.kind, e.tempo, e.made_at, e.device_count, e.text, l.id, e.program_id, e.position '.
                "FROM lesson l JOIN log_entry e ON e.lesson_id = ? WHERE l.class_id = ? AND l.remark = 'copy'",
            [$lesson->getId(), $lesson->getClass()->getId()],
        );
        $this->service(FactsOfClasses::class)->reset();
    }

    public function testALessonIsTakenOutByItsOwnersAlone(): void
    {
        $lesson = $this->lesson();
        $this->flood($lesson, 5_000);
        $this->post("/lessons/{$lesson->getId()}/accept", ['remark' => '']);
        $address = "/lessons/{$lesson->getId()}/take-out";
        $this->post($address, ['class' => 'Lane One']);
        self::assertSelectorTextContains('[role=alert]', 'Put the lesson away first');
        $this->post("/lessons/{$lesson->getId()}/put-away");
        $this->browser->request('GET', '/put-away');
        self::assertSelectorExists("a[href=\"$address\"]");
        $this->post($address, ['class' => 'Lane Two']);
        self::assertSelectorTextContains('[role=alert]', 'not the name of the class');
        self::assertSame('Lane Two', $this->browser->getCrawler()->filter('#take-out-class')->attr('value'));
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/log-file");
        $lines = explode("\n", trim($this->browser->getInternalResponse()->getContent()));
        self::assertCount(5_001, $lines);
        self::assertStringContainsString('"class":"Lane One"', $lines[0]);
        self::assertStringContainsString('"position":5000', $lines[5_000]);

        $other = $this->account('two@example.org');
        $this->browser->loginUser($other);
        foreach ([$address, "/lessons/{$lesson->getId()}/log-file"] as $page) {
            $this->browser->request('GET', $page);
            self::assertResponseStatusCodeSame(404);
        }
        $this->browser->loginUser($this->teacher);
        $this->enter($this->teacher);

        $class = (int) $lesson->getClass()->getId();
        $this->post($address, ['class' => ' Lane One ']);
        self::assertGreaterThan(0, $this->work());
        self::assertSame(0, $this->entities()->getRepository(LogEntry::class)->count([]));
        self::assertSame(0, $this->entities()->getRepository(Lesson::class)->count([]));
        $this->browser->request('GET', "/classes/$class");
        self::assertResponseIsSuccessful();
        self::assertSelectorTextContains('main', 'No piece is in work');
    }

    public function testTheCommandKeepsTheLogInAFileBeforeItDeletes(): void
    {
        $lesson = $this->lesson();
        $this->flood($lesson, 300);
        $id = (string) $lesson->getId();
        $file = sys_get_temp_dir().'/'.Uuid::v4()->toRfc4122();
        $command = new CommandTester($this->service(TakeOutCommand::class));
        $command->setInputs(['Lane Two']);
        self::assertSame(Command::FAILURE, $command->execute(['lesson' => $id, 'file' => $file]));
        self::assertFileDoesNotExist($file);
        touch($file);
        $command->setInputs(['Lane One']);
        self::assertSame(Command::FAILURE, $command->execute(['lesson' => $id, 'file' => $file]), 'a file that is there is left alone');
        self::assertSame(300, $this->entities()->getRepository(LogEntry::class)->count([]));
        unlink($file);
        $command->setInputs(['Lane One']);
        self::assertSame(Command::SUCCESS, $command->execute(['lesson' => $id, 'file' => $file]));
        self::assertCount(301, (array) file($file));
        self::assertSame(0, $this->entities()->getRepository(LogEntry::class)->count([]));
        self::assertSame(Command::FAILURE, $command->execute(['lesson' => $id, 'file' => $file]), 'there is no such lesson any more');
        unlink($file);
    }

    public function testAScreenOfALessonThatIsGoneIsToldSoAndNobodyElse(): void
    {
        $lesson = $this->lesson();
        $id = (int) $lesson->getId();
        $entry = $this->entry($lesson, 'coin');
        $key = $this->key($lesson);
        $forged = substr($key, 0, -1).('0' === substr($key, -1) ? '1' : '0');
        $this->entities()->remove($lesson);
        $this->entities()->flush();
        foreach ([[$key, 410], [$forged, 401], ['', 401]] as [$shown, $status]) {
            $this->browser->request(
                'POST',
                "/lessons/$id/log",
                server: ['CONTENT_TYPE' => 'application/json', 'HTTP_X_LESSON_KEY' => $shown],
                content: (string) json_encode(['entries' => [$entry]]),
            );
            self::assertResponseStatusCodeSame($status);
            $this->browser->request('GET', "/lessons/$id/log", server: ['HTTP_X_LESSON_KEY' => $shown]);
            self::assertResponseStatusCodeSame($status);
        }
    }

    public function testAClassBeginsSoManyLessonsADay(): void
    {
        $sequence = $this->sequence();
        for ($lesson = 0; $lesson < LogLimits::LESSONS_OF_CLASS; ++$lesson) {
            $this->post("/sequences/{$sequence->getId()}/lesson");
            $open = $this->service(LessonRepository::class)->open($sequence);
            self::assertNotNull($open);
            $this->post("/lessons/{$open->getId()}/accept", ['remark' => '']);
        }
        $this->post("/sequences/{$sequence->getId()}/lesson");
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.said.error', 'has begun 12 lessons today');
        self::assertSame(LogLimits::LESSONS_OF_CLASS, $this->entities()->getRepository(Lesson::class)->count([]));
    }

    public function testASequenceOfWhichAllIsTaughtBeginsNoLesson(): void
    {
        $sequence = $this->sequence();
        $planner = $this->service(LessonPlanner::class);
        for ($day = 1; [] !== ($lesson = $planner->begin($sequence, new \DateTimeImmutable("2026-09-$day")))->steps(); ++$day) {
            self::assertLessThan(20, $day, 'The sequence comes to its end.');
            $this->entities()->persist($lesson);
            $this->entities()->flush();
            foreach ($lesson->steps() as $step) {
                $this->service(LessonLog::class)->add($lesson, $this->coins($lesson, null === $step->step->stair ? 1 : 60, $step));
            }
            $lesson->end(new \DateTimeImmutable("2026-09-$day"), '');
            $this->entities()->flush();
        }
        self::assertGreaterThan(1, $day);
        $this->post("/sequences/{$sequence->getId()}/lesson");
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.said.error', 'All of this sequence is taught');
        self::assertSame($day - 1, $this->entities()->getRepository(Lesson::class)->count([]));
    }

    /** @return list<Entry> */
    private function coins(Lesson $lesson, int $count, ?TaughtStep $of = null): array
    {
        $from = 1000 * $lesson->getStartedAt()->getTimestamp();
        $step = ($of ?? $this->played($lesson))->id;

        return array_map(
            static fn (int $at): Entry => new Entry(Uuid::v4()->toRfc4122(), $step, EntryKind::Coin, 60, $from + $at, $at),
            range(1, $count),
        );
    }

    /** A log of any length, past all limits. */
    private function flood(Lesson $lesson, int $entries): void
    {
        $database = $this->entities()->getConnection();
        $database->executeStatement(
            'INSERT INTO log_entry (id, program_id, lesson_id, position, step, kind, tempo, made_at, device_count, text, device, late, '.
                "afterwards) SELECT UUID(), ?, ?, seq, ?, 'coin', 60, ? + seq, seq, '', '', 0, 0 FROM seq_1_to_$entries",
            [$lesson->getProgram()?->getId(), $lesson->getId(), $this->played($lesson)->id, 1000 * $lesson->getStartedAt()->getTimestamp()],
        );
        $database->executeStatement('UPDATE lesson SET log_size = ?, log_hash = 7 WHERE id = ?', [$entries, $lesson->getId()]);
        $this->entities()->refresh($lesson);
    }
}
