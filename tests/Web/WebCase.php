<?php

declare(strict_types=1);

namespace App\Tests;

use App\Account\Accounts;
use App\Lesson\Sequence\SequenceBuilder;
use App\Lesson\Teach\LessonLog;
use App\Lesson\Teach\LessonPlanner;
use App\Library\Entry\PieceImport;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Piece;
use App\Shared\Entity\Program;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\User;
use App\Shared\Looked\LibraryWatch;
use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Progress\ClassPast;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\ReceivedStamp;
use Symfony\Component\Messenger\Transport\Receiver\ReceiverInterface;

/** A teacher of a program of their own, signed in, and the rows they would make. */
abstract class WebCase extends WebTestCase
{
    protected const TUNE = "X:1\nT:Gate\nM:4/4\nL:1/4\nQ:1/4=84\nK:D\nD2A2|D4|A2D2|A4|D2A2|D4|A2D2|D4|]\n";

    protected KernelBrowser $browser;
    protected User $teacher;

    protected function setUp(): void
    {
        $this->browser = static::createClient();
        $this->browser->disableReboot();
        $this->teacher = $this->account('one@example.org');
        $this->enter($this->teacher);
        $this->browser->loginUser($this->teacher);
    }

    protected function account(string $email): User
    {
        return $this->service(Accounts::class)->create(new Program('Program of '.$email), $email, 'long-enough-4');
    }

    /** Makes rows for this teacher's program from here on. */
    protected function enter(User $teacher): void
    {
        $this->service(CurrentProgram::class)->enter($teacher->getProgram(), $this->entities());
    }

    protected function piece(): Piece
    {
        return $this->service(PieceImport::class)->import(self::TUNE, 'gate.abc');
    }

    /** A class to which nothing is new: its stairs do not hang on what it knows. */
    protected function schoolClass(string $name = 'Lane One'): SchoolClass
    {
        $class = $this->beginners($name);
        $codes = array_fill_keys(array_column(Instrument::strings(), 'value'), array_keys(Catalogue::shipped()->skills));
        $class->setPast(ClassPast::of(false, class: 'Everything', codes: $codes));
        $this->entities()->flush();

        return $class;
    }

    /** A class of the first year that was taught nothing yet, and whose teacher leaves out all that stands besides the stair. */
    protected function beginners(string $name = 'Lane One'): SchoolClass
    {
        $class = new SchoolClass();
        $class->setName($name);
        $class->setPlayers(Instrument::Violin, 8);
        $class->setHabits([]);
        $this->entities()->persist($class);
        $this->entities()->flush();

        return $class;
    }

    protected function sequence(): Sequence
    {
        $builder = $this->service(SequenceBuilder::class);
        $sequence = $builder->build($this->schoolClass(), $this->piece(), 84);
        $this->entities()->flush();
        // A comfort tempo that was typed: stairs are the same whatever the moves take.
        $sequence->aim(84, 63.0);
        $builder->fill($sequence);
        $this->entities()->flush();

        return $sequence;
    }

    protected function lesson(): Lesson
    {
        $lesson = $this->service(LessonPlanner::class)->begin($this->sequence());
        $this->entities()->persist($lesson);
        $this->entities()->flush();

        return $lesson;
    }

    /** The first step of a lesson in which something of the piece is played. */
    protected function played(Lesson $lesson): TaughtStep
    {
        foreach ($lesson->steps() as $step) {
            if ($step->chunk > 0) {
                return $step;
            }
        }
        self::fail('Nothing of the piece is played in this lesson.');
    }

    /**
     * Three coins on a step of a lesson.
     *
     * @param int $more tells the entries from others that were logged
     */
    protected function earn(Lesson $lesson, TaughtStep $step, int $more = 0): void
    {
        $this->service(LessonLog::class)->add(
            $lesson,
            array_map(
                static fn (int $coin): LogEntry => new LogEntry(
                    '2a7e2b6c-2c55-4ef1-8d3a-00000000000'.($more + $coin),
                    $step->id,
                    EntryKind::Coin,
                    60,
                    $coin,
                ),
                [1, 2, 3],
            ),
        );
    }

    /**
     * Does what waits in the background, turn by turn, until nothing waits; what follows from rows that were made here, too.
     *
     * @return int turns
     */
    protected function work(): int
    {
        $this->service(LibraryWatch::class)->ask();
        $queue = static::getContainer()->get('messenger.transport.work');
        self::assertInstanceOf(ReceiverInterface::class, $queue);
        $turns = 0;
        for (; [] !== ($waiting = [...$queue->get()]); ++$turns) {
            self::assertLessThan(200, $turns, 'The background comes to an end.');
            $queue->ack($waiting[0]);
            $this->service(MessageBusInterface::class)->dispatch($waiting[0]->with(new ReceivedStamp('work')));
        }
        if ($turns > 0) {
            $this->teacher = $this->entities()->find(User::class, $this->teacher->getId()) ?? self::fail('The teacher is there.');
            $this->enter($this->teacher);
        }

        return $turns;
    }

    protected function entities(): EntityManagerInterface
    {
        return $this->service(EntityManagerInterface::class);
    }

    protected function token(): string
    {
        return (string) $this->browser->request('GET', '/blank')->filter('meta[name=csrf-token]')->attr('content');
    }

    /**
     * @param array<string, mixed>  $fields
     * @param array<string, mixed>  $files
     * @param array<string, string> $headers
     */
    protected function post(string $address, array $fields = [], array $files = [], array $headers = []): void
    {
        $this->browser->request('POST', $address, $fields + ['_token' => $this->token()], $files, $headers);
    }

    protected function body(): string
    {
        return (string) $this->browser->getResponse()->getContent();
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    protected function service(string $class): object
    {
        /** @var T $service */
        $service = static::getContainer()->get($class);

        return $service;
    }

    /**
     * What lies over the score on the page that is shown.
     *
     * @return array{measures: list<array<string, mixed>>, chunks: list<array<string, mixed>>}
     */
    protected function overlay(): array
    {
        $told = (string) $this->browser->getCrawler()->filter('.cut-state')->attr('data-overlay');
        /** @var array{measures: list<array<string, mixed>>, chunks: list<array<string, mixed>>} $overlay */
        $overlay = json_decode($told, true, 512, \JSON_THROW_ON_ERROR);

        return $overlay;
    }
}
