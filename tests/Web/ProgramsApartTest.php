<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\BelongsToProgram;
use App\Shared\Entity\Chunk;
use App\Shared\Entity\Draft;
use App\Shared\Entity\InstrumentGroup;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\LogEntry;
use App\Shared\Entity\Override;
use App\Shared\Entity\OwnSkill;
use App\Shared\Entity\PasswordLink;
use App\Shared\Entity\Piece;
use App\Shared\Entity\PieceSource;
use App\Shared\Entity\Program;
use App\Shared\Entity\RhythmPattern;
use App\Shared\Entity\SaidState;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Entity\Task;
use App\Shared\Entity\TaskFile;
use App\Shared\Entity\TaskKind;
use App\Shared\Entity\User;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Progress\Said;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Override as Setting;
use CoinStair\Core\Score\OverrideKind;
use CoinStair\Core\Skill\Family;
use CoinStair\Core\Skill\Skill;
use Symfony\Component\Routing\Route;
use Symfony\Component\Routing\RouterInterface;

/** Each row belongs to a program; a request reaches only its own program's rows. */
final class ProgramsApartTest extends WebCase
{
    private const ROWS = [
        'piece' => Piece::class,
        'chunk' => Chunk::class,
        'class' => SchoolClass::class,
        'sequence' => Sequence::class,
        'step' => Step::class,
        'lesson' => Lesson::class,
        'pattern' => RhythmPattern::class,
        'override' => Override::class,
        'skill' => OwnSkill::class,
        'task' => Task::class,
    ];
    /** Addresses of several kinds of rows, each tried with one. */
    private const KINDS = ['put_away' => 'sequence', 'bring_back' => 'sequence', 'delete' => 'sequence'];
    private const LAST = [
        'skill_take_back', 'lesson_accept', 'lesson_correct', 'step_remove', 'sequence_aim', 'pattern_remove', 'override_undo', 'delete',
    ];
    /** Opened by a key that names its lesson and account (LogTest), or by the secret of a link (AccountTest), by nothing else. */
    private const BY_KEY = ['lesson_log', 'lesson_log_add', 'new_password'];
    /** Names a skill of the catalogue, which all share; those of another program are none of it (SkillsTest). */
    private const BY_CODE = ['skill'];
    /** Names a format, and is of all rows of the program (PiecesOfClassesTest). */
    private const OF_ALL = ['pieces_of_classes'];

    private SaidState $said;

    public function testEveryAddressOfAnotherProgramIsNotFound(): void
    {
        $ids = $this->rowsOfTheFirst();
        $token = $this->token();
        $own = $this->walk($ids, $token, static fn (int $status): bool => 404 !== $status);
        $second = $this->account('two@example.org');
        $this->entities()->clear();
        $this->browser->loginUser($second);
        $walked = $this->walk($ids, $this->token(), static fn (int $status): bool => 404 === $status);
        self::assertSame($own, $walked);
        self::assertGreaterThan(20, $walked);
    }

    public function testEveryAddressWithAnIdNamesARowThatIsKeptApart(): void
    {
        foreach ($this->routes() as $name => $route) {
            if (\in_array($name, [...array_keys(self::KINDS), ...self::BY_KEY, ...self::BY_CODE, ...self::OF_ALL], true)) {
                continue;
            }
            $mapping = $route->getDefault('_route_mapping');
            self::assertIsArray($mapping, "Route $name takes an id and maps it to no row.");
            self::assertArrayHasKey(self::rowName($route), self::ROWS, "Route $name");
        }
        foreach ($this->entities()->getMetadataFactory()->getAllMetadata() as $metadata) {
            $apart = is_a($metadata->getName(), BelongsToProgram::class, true);
            self::assertSame(
                !\in_array($metadata->getName(), [Program::class, User::class, PasswordLink::class], true),
                $apart,
                $metadata->getName(),
            );
        }
    }

    public function testQueriesOfAnotherProgramFindNothing(): void
    {
        $this->rowsOfTheFirst();
        $this->entities()->clear();
        $this->enter($this->account('two@example.org'));
        $others = [LogEntry::class, PieceSource::class, InstrumentGroup::class, Draft::class, TaskFile::class];
        foreach ([...array_values(self::ROWS), ...$others] as $class) {
            self::assertSame([], $this->entities()->getRepository($class)->findAll(), $class);
        }
        $this->entities()->clear();
        $this->enter($this->teacher);
        self::assertCount(1, $this->entities()->getRepository(Piece::class)->findAll());
    }

    public function testFormsTakeNoRowsOfAnotherProgram(): void
    {
        $ids = $this->rowsOfTheFirst();
        $second = $this->account('two@example.org');
        $this->entities()->clear();
        $this->browser->loginUser($second);
        $this->post('/sequences', ['class' => $ids['class'], 'piece' => $ids['piece'], 'goal' => 84]);
        self::assertResponseStatusCodeSame(404);
    }

    /** @return array<string, int> */
    private function rowsOfTheFirst(): array
    {
        $lesson = $this->lesson();
        $this->service(\App\Lesson\Teach\LessonLog::class)->add($lesson, [
            new \CoinStair\Core\Log\LogEntry('2a7e2b6c-2c55-4ef1-8d3a-000000000001', $this->played($lesson)->id, EntryKind::Coin, 60, 1),
        ]);
        $pattern = new RhythmPattern('Two', 'B/ B/');
        $draft = new Draft($this->teacher, 'entry', new \DateTimeImmutable());
        $this->entities()->persist($pattern);
        $this->entities()->persist($draft);
        $override = new Override(
            $lesson->getPiece(),
            null,
            Instrument::Violin,
            Setting::of('P1-m0-v1-0', 'D4', OverrideKind::Direction, 'up'),
        );
        $this->entities()->persist($override);
        $skill = new OwnSkill(new Skill('own.one', 'One', 'One', Family::Fingers, ['' => 1], [], '', [], true));
        $said = new Said('open.bow.D', Instrument::Violin, State::Secure, '2026-01-01');
        $this->said = new SaidState($lesson->getClass(), $said, $this->teacher, new \DateTimeImmutable());
        $task = new Task(TaskKind::Report, 'One', 'one', [], $this->teacher, new \DateTimeImmutable());
        $this->entities()->persist($task);
        $this->entities()->persist(new TaskFile($task, 'one.txt', 'One.'));
        $this->entities()->persist($skill);
        $this->entities()->persist($this->said);
        $this->entities()->flush();
        $step = $lesson->getSequence()?->steps()[0];
        self::assertInstanceOf(Step::class, $step);

        return array_map(intval(...), [
            'piece' => $lesson->getPiece()->getId(),
            'chunk' => $step->getChunk()?->getId(),
            'class' => $lesson->getClass()->getId(),
            'sequence' => $lesson->getSequence()?->getId(),
            'step' => $step->getId(),
            'lesson' => $lesson->getId(),
            'pattern' => $pattern->getId(),
            'override' => $override->getId(),
            'skill' => $skill->getId(),
            'said' => $this->said->getId(),
            'task' => $task->getId(),
        ]);
    }

    /**
     * @param array<string, int>  $ids
     * @param \Closure(int): bool $expected
     */
    private function walk(array $ids, string $token, \Closure $expected): int
    {
        $walked = 0;
        foreach ($this->routes() as $name => $route) {
            if (\in_array($name, [...self::LAST, ...self::BY_KEY, ...self::BY_CODE, ...self::OF_ALL], true)) {
                // Walked last: they take away what the others look at.
                continue;
            }
            $walked += $this->visit($name, $route, $ids, $token, $expected);
        }
        foreach (self::LAST as $name) {
            $walked += $this->visit($name, $this->routes()[$name], $ids, $token, $expected);
        }

        return $walked;
    }

    /**
     * @param array<string, int>  $ids
     * @param \Closure(int): bool $expected
     */
    private function visit(string $name, Route $route, array $ids, string $token, \Closure $expected): int
    {
        $row = self::KINDS[$name] ?? self::rowName($route);
        $address = strtr(
            $route->getPath(),
            [
                '{kind}' => $row.'s',
                '{id}' => (string) $ids[$row],
                '.{format}' => 'term_report' === $name ? '.csv' : '.abc',
                '{format}' => 'abc',
                '{player}' => 'P1',
                '{number}' => '1',
                '{code}' => 'open.bow.D',
                '{instrument}' => 'violin',
                '{said}' => (string) $ids['said'],
                '{what}' => 'back',
            ],
        );
        foreach ($route->getMethods() as $method) {
            $this->browser->request($method, $address, 'POST' === $method ? ['_token' => $token] : ['code' => 'scale']);
            $status = $this->browser->getResponse()->getStatusCode();
            self::assertTrue($expected($status), "$method $address: $status");
            self::assertNotSame(500, $status, "$method $address");
        }

        return \count($route->getMethods());
    }

    private static function rowName(Route $route): string
    {
        $mapping = $route->getDefault('_route_mapping');
        self::assertIsArray($mapping);
        $row = $mapping['id'] ?? '';

        $row = \is_array($row) ? current($row) : $row;
        self::assertIsString($row);

        return $row;
    }

    /** @return array<string, Route> */
    private function routes(): array
    {
        return array_filter(
            $this->service(RouterInterface::class)->getRouteCollection()->all(),
            static fn (Route $route): bool => str_contains($route->getPath(), '{'),
        );
    }
}
