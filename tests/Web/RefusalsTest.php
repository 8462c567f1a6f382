<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\Sequence\SequenceBuilder;
use App\Library\Entry\PieceImport;
use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\OwnSkill;
use App\Shared\Entity\Piece;
use App\Shared\Entity\RhythmPattern;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Entity\Task;
use App\Shared\Entity\TaskKind;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Work\Tasks;
use CoinStair\Core\Chunk\Chunk as Music;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Log\LogLimits;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Refusal;
use PHPUnit\Framework\Attributes\DataProvider;

/** What is refused is refused in words, by every controller: each sentence of src/ is seen by a test of tests/Web. */
final class RefusalsTest extends WebCase
{
    use SendsEntries;

    /** Letters from which on a piece of a sentence tells which one it is. */
    private const TELLS = 12;
    /** What stands before the sentence of a refusal. */
    private const REFUSES = '/because\(\s*(\\\\sprintf\(\s*)?$|addFlash\(\s*\'error\',\s*$|const [A-Z_]+ =\s*$/';
    private const HX = ['HTTP_HX_REQUEST' => 'true'];

    public function testEachSentenceIsSeenByATest(): void
    {
        $said = [];
        foreach (glob(__DIR__.'/*.php') ?: [] as $file) {
            foreach (self::literals($file) as [$text]) {
                $said[] = $text;
            }
        }
        $said = array_filter($said, static fn (string $text): bool => \strlen($text) >= self::TELLS && str_contains($text, ' '));
        $unseen = [];
        $files = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(\dirname(__DIR__, 2).'/src'));
        /** @var \SplFileInfo $file */
        foreach ($files as $file) {
            foreach ('php' === $file->getExtension() ? self::literals($file->getPathname()) : [] as [$text, $before]) {
                $refuses = 1 === preg_match(self::REFUSES, $before) && !str_ends_with($file->getFilename(), 'Command.php');
                if ($refuses && 1 === preg_match('/^[A-Z{"%].* .*\.$/s', $text) && !self::isAmong($said, $text)) {
                    $unseen[] = $file->getFilename().': '.$text;
                }
            }
        }
        self::assertSame([], $unseen);
    }

    /** @param array<string> $said */
    private static function isAmong(array $said, string $sentence): bool
    {
        foreach (preg_split('/\{\w+}|%d/', $sentence) ?: [] as $part) {
            foreach ($said as $text) {
                if (str_contains($part, $text) || (\strlen($part) >= self::TELLS && str_contains($text, $part))) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @return iterable<array{string, string}> what stands in quotes in a file, and what stands before it */
    private static function literals(string $file): iterable
    {
        $tokens = \PhpToken::tokenize((string) file_get_contents($file));
        foreach ($tokens as $at => $token) {
            if ($token->is([\T_CONSTANT_ENCAPSED_STRING, \T_ENCAPSED_AND_WHITESPACE])) {
                $before = \array_slice($tokens, max(0, $at - 8), min(8, $at));

                yield [stripslashes(trim($token->text, '\'"')), implode('', array_column($before, 'text'))];
            }
        }
    }

    /** @return iterable<string, array{string, array<string, string>, string}> */
    public static function changesOfASequence(): iterable
    {
        yield 'a goal too quick' => ['aim', ['goal' => '400'], 'Goal tempos lie between 30 and 240, comfort tempos between 20 and 240.'];
        yield 'a comfort tempo too slow' => ['aim', ['goal' => '84', 'comfort' => '3'], 'Goal tempos lie between 30 and 240'];
        yield 'a step that is gone' => ['move', ['step' => '999999999', 'lesson' => '2'], 'This step is no longer there.'];
        yield 'no chunk' => ['steps', ['what' => '999999999'], 'Choose a chunk of this piece.'];
        yield 'a ladder of no chunk' => ['steps', ['what' => 'ladder-x'], 'Choose a chunk of this piece.'];
        yield 'nothing that lessons ask for' => ['skip', ['what' => '1 lunch'], 'No lesson asks for this by itself.'];
        yield 'no warm-up' => ['ask', ['warmUp' => 'yoga'], 'There is no such warm-up.'];
        yield 'no turn' => ['turn', ['do' => 'round'], 'Changes are taken back, or made again.'];
        yield 'an old turn' => ['turn', ['do' => 'undo 999999999'], 'The sequence was changed in another window or by somebody else.'];
    }

    /** @param array<string, string> $fields */
    #[DataProvider('changesOfASequence')]
    public function testAChangeOfASequence(string $what, array $fields, string $told): void
    {
        $sequence = $this->sequence();
        $before = $this->orderOf($sequence);
        $this->post("/sequences/{$sequence->getId()}/$what", $fields, [], self::HX);
        $this->assertRefused($told);
        self::assertSame($before, $this->orderOf($sequence));
        // Without the script the page says it after a redirect.
        $this->post("/sequences/{$sequence->getId()}/$what", $fields);
        self::assertResponseRedirects("/sequences/{$sequence->getId()}");
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.error', $told);
    }

    /** @return iterable<string, array{array<string, string>, string}> */
    public static function handsOnAStep(): iterable
    {
        $treads = 'Treads: up to 12 tempos from 20 to 300 that rise, such as 60, 66, 72; not "';
        $all = ['60, 50' => '50', 'quick' => 'quick', '10' => '10', '400' => '400', implode(' ', range(60, 84, 2)) => '84'];
        foreach ($all as $typed => $no) {
            yield 'treads '.$typed => [['treads' => (string) $typed], $treads.$no];
        }
        foreach (['0:05', '31', 'long', '4:75'] as $typed) {
            yield 'minutes '.$typed => [['minutes' => $typed], 'Minutes: between 0:15 and 30, such as 4:30 or 4.5; not "'.$typed];
        }
    }

    /** @param array<string, string> $fields */
    #[DataProvider('handsOnAStep')]
    public function testWhatIsTypedOfAStep(array $fields, string $told): void
    {
        $sequence = $this->sequence();
        $step = $sequence->steps()[0];
        $this->post("/steps/{$step->getId()}", $fields, [], self::HX);
        $this->assertRefused($told);
        self::assertNull($step->hand()->treads);
    }

    public function testASequenceHasAnEnd(): void
    {
        $sequence = $this->sequence();
        while (\count($sequence->steps()) < 200) {
            $sequence->add(new Step($sequence, StepPurpose::Break));
        }
        $this->entities()->flush();
        $this->post("/sequences/{$sequence->getId()}/steps", ['what' => 'break'], [], self::HX);
        $this->assertRefused('A sequence holds as many steps as there can be.');
    }

    public function testARowOfShortPieces(): void
    {
        $piece = $this->piece();
        $piece->setBook('Lanterns');
        $piece->setNumberInBook('1');
        $row = $this->service(SequenceBuilder::class)->row($this->schoolClass(), [$piece]);
        $this->entities()->flush();
        $this->post("/sequences/{$row->getId()}/ask", ['warmUp' => 'check:E4'], [], self::HX);
        $this->assertRefused('A row of short pieces has no warm-ups.');
        $class = $row->getClass()->getId();
        $this->post('/sequences/row', ['class' => $class, 'book' => 'Lanterns', 'from' => '7', 'to' => '9']);
        self::assertResponseRedirects("/classes/$class");
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.error', 'This book has no pieces with these numbers. Numbers stand beside the titles');
    }

    public function testALessonOfNothing(): void
    {
        $sequence = $this->sequence();
        foreach ($sequence->steps() as $step) {
            $step->setRemoved(true);
        }
        $this->entities()->flush();
        $this->post("/sequences/{$sequence->getId()}/lesson");
        $this->assertSaidOn("/sequences/{$sequence->getId()}", 'This sequence has no steps yet.');
        self::assertSame([], $this->entities()->getRepository(Lesson::class)->findAll());
    }

    public function testADayHasRoomForSoManyLessons(): void
    {
        $lesson = $this->lesson();
        $lesson->end(new \DateTimeImmutable(), '');
        $this->entities()->flush();
        $sequence = $lesson->getSequence() ?? self::fail('It was built for it.');
        $most = LogLimits::LESSONS_OF_CLASS;
        $this->copyLesson($lesson, $most - 1);
        $piece = (int) $sequence->getPiece()->getId();
        $this->post("/sequences/{$sequence->getId()}/lesson");
        $this->assertSaidOn("/sequences/{$sequence->getId()}", "This class has begun $most lessons today; another one begins tomorrow.");
        $this->copyLesson($lesson, LogLimits::LESSONS_OF_PROGRAM - $most);
        $same = $this->entities()->find(Piece::class, $piece) ?? self::fail('It is there.');
        $other = $this->service(SequenceBuilder::class)->build($this->beginners('Late'), $same, 84);
        $this->entities()->flush();
        $this->post("/sequences/{$other->getId()}/lesson");
        $this->assertSaidOn("/sequences/{$other->getId()}", 'The classes of this program have begun ');
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function corrections(): iterable
    {
        yield 'no correction' => ['gold', 'step', 'This is no correction.'];
        yield 'no step' => ['coin', '999999999', 'This lesson has no such step.'];
        yield 'a step of words' => ['coin', 'words', 'Nothing is played in this step.'];
        yield 'no coin' => ['coin-back', 'step', 'This step has no coin that could be taken back.'];
        yield 'no correction to take back' => ['undo', 'step', 'This correction cannot be taken back.'];
        yield 'tomorrow' => ['day', '2999-01-01', 'The day of a lesson is a date, not later than today.'];
    }

    #[DataProvider('corrections')]
    public function testACorrection(string $what, string $about, string $told): void
    {
        $lesson = $this->lesson();
        $words = array_filter($lesson->steps(), static fn ($step): bool => null === $step->step->stair);
        $this->post("/lessons/{$lesson->getId()}/accept");
        $ofWords = reset($words) ?: self::fail('Nothing but music.');
        $about = ['step' => $this->played($lesson)->id, 'words' => $ofWords->id][$about] ?? $about;
        $this->post("/lessons/{$lesson->getId()}/correct", ['what' => $what, 'about' => $about]);
        $this->assertRefused($told);
    }

    public function testALogThatIsNoList(): void
    {
        $lesson = $this->lesson();
        $this->browser->request(
            'POST',
            "/lessons/{$lesson->getId()}/log",
            [],
            [],
            ['CONTENT_TYPE' => 'application/json', 'HTTP_X_LESSON_KEY' => $this->key($lesson)],
            '{"entries": "coins"}',
        );
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('entries was expected.', $this->body());
    }

    public function testWhatIsInUseIsNotDeleted(): void
    {
        $class = $this->schoolClass();
        $this->post("/classes/{$class->getId()}/delete");
        $this->assertSaidOn('/put-away', 'The record of a lesson speaks of it, or it is in use: it stays. Put it away instead.');
    }

    public function testASkillWithALongName(): void
    {
        $this->post('/skills/new', ['name' => str_repeat('long ', 1 + OwnSkill::NAME)]);
        $this->assertRefused('The name is longer than '.OwnSkill::NAME.' characters.');
    }

    public function testAPieceHoldsSoManyChunks(): void
    {
        $piece = $this->piece();
        $score = $piece->score();
        for ($chunk = 0; $chunk < ChunkRepository::LIMIT; ++$chunk) {
            $music = Music::of($score, ChunkKind::Spot, Place::of(0, $chunk), Place::of(1, $chunk));
            $this->entities()->persist(new Chunk($piece, $music, true));
        }
        $this->entities()->flush();
        $this->post("/pieces/{$piece->getId()}/cut", ['do' => 'make', 'from' => '2', 'last' => '3'], [], self::HX);
        $this->assertRefused('This piece holds as many chunks as there can be.');
    }

    public function testNumbersOfTheCutThatAreNone(): void
    {
        $piece = $this->piece();
        foreach ([['one', 'two'], ['-4', '-2'], ['', '99999999999']] as [$from, $last]) {
            $this->post("/pieces/{$piece->getId()}/cut", ['do' => 'make', 'from' => $from, 'last' => $last], [], self::HX);
            self::assertThat($this->browser->getResponse()->getStatusCode(), self::logicalOr(self::equalTo(200), self::equalTo(422)));
        }
    }

    public function testPatterns(): void
    {
        $this->post('/patterns', ['name' => ' ', 'figure' => 'B/ B/']);
        $this->assertRefused('Give the pattern a name.');
        for ($pattern = 0; $pattern < RhythmPattern::LIMIT; ++$pattern) {
            $this->entities()->persist(new RhythmPattern("Pattern $pattern", 'B/ B/'));
        }
        $this->entities()->flush();
        $this->post('/patterns', ['name' => 'One more', 'figure' => 'B/ B/']);
        $this->assertRefused('A program keeps at most 100 patterns.');
    }

    public function testLabelsOfMeasures(): void
    {
        $piece = $this->piece();
        $this->post("/pieces/{$piece->getId()}/numbers", ['what' => 'count', 'measure' => '3', 'label' => 'B']);
        $this->assertSaidOn("/pieces/{$piece->getId()}/score", 'Labels count on from a number.');
    }

    public function testANewerFileThatIsNone(): void
    {
        $this->post("/pieces/{$this->piece()->getId()}/newer");
        $this->assertRefused('Choose a file first.');
    }

    public function testMeasuresKeepTheirLengths(): void
    {
        $piece = $this->piece();
        $shorter = str_replace(['4/4', '4|', 'D2A2', 'A2D2'], ['3/4', '3|', 'D2A', 'A2D'], self::TUNE);
        $other = $this->service(PieceImport::class)->import($shorter, 'other.abc');
        $this->expectException(Refusal::class);
        $this->expectExceptionMessage('The measures of a piece keep their lengths.');
        $piece->rewrite($other->score(), []);
    }

    public function testSoManyThingsAreUnderWay(): void
    {
        for ($task = 0; $task < Tasks::OPEN; ++$task) {
            $this->service(Tasks::class)->begin(TaskKind::BookIndex, "Book $task", "book-$task", ['book' => "Book $task"]);
        }
        $this->post('/library/index', ['book' => 'One more', 'index' => "number,title\n1,One\n"]);
        $this->assertRefused(Tasks::OPEN.' things are under way for your program already. Wait until one of them is done.');
        self::assertSame(Tasks::OPEN, $this->entities()->getRepository(Task::class)->count([]));
    }

    private function assertRefused(string $told): void
    {
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('[role=alert]', $told);
    }

    private function assertSaidOn(string $page, string $told): void
    {
        self::assertResponseRedirects($page);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.error', $told);
    }

    /** @return list<string> */
    private function orderOf(Sequence $sequence): array
    {
        $this->entities()->clear();
        $now = $this->entities()->find(Sequence::class, $sequence->getId());

        return array_map(static fn (Step $step): string => $step->getId().' '.json_encode($step->state()), $now?->steps() ?? []);
    }

    private function copyLesson(Lesson $lesson, int $times): void
    {
        $database = $this->entities()->getConnection();
        $columns = array_keys($database->createSchemaManager()->listTableColumns('lesson'));
        $columns = implode(', ', array_map(static fn (string $name): string => "`$name`", array_diff($columns, ['id'])));
        for ($copy = 0; $copy < $times; ++$copy) {
            $database->executeStatement("INSERT INTO lesson ($columns) SELECT $columns FROM lesson WHERE id = ?", [$lesson->getId()]);
        }
    }
}
