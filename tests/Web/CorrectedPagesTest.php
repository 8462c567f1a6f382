<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\Sequence\SequenceBuilder;
use App\Lesson\Teach\Corrections;
use App\Lesson\Teach\LessonLog;
use App\Lesson\Teach\LessonPlanner;
use App\Library\Entry\PieceImport;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\User;
use App\Shared\Facts\FactsOfClasses;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Tests\Effort;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Clock\Clock;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\Clock\NativeClock;
use Symfony\Component\Uid\Uuid;

/**
 * Two programs: in the one something went wrong in a lesson and was corrected, in the other it went as it was meant. Every page of both
 * classes then tells the same, but for what the record has of the correction (handbook 7 and 11).
 */
final class CorrectedPagesTest extends WebCase
{
    private const TUNES = [
        "X:1\nT:Gate\nM:4/4\nL:1/4\nQ:1/4=96\nK:D\nDFAd|=FAd=f|!4!A!3!FED|e/f/g/f/ E2|DFAd|=FAd=f|AFEA|d4|]\n",
        "X:1\nT:Rope\nM:4/4\nL:1/4\nQ:1/4=92\nK:D\nDEFG|A2F2|GFED|E4|DEFG|A2F2|GEDE|D4|]\n",
    ];
    /** What the record has of a correction itself. */
    private const OF_THE_RECORD = '.crossed-out, .corrections, details';

    /** @var array<string, int> ids of the rows of the program that is entered */
    private array $ids;

    protected function setUp(): void
    {
        parent::setUp();
        Clock::set(new MockClock('2026-10-20 09:00'));
    }

    protected function tearDown(): void
    {
        Clock::set(new NativeClock());
        parent::tearDown();
    }

    /**
     * @param \Closure(self): mixed $wrong
     * @param \Closure(self): mixed $meant
     */
    #[DataProvider('some')]
    public function testEachPageIsAsIfItHadNeverGoneWrong(\Closure $wrong, \Closure $meant): void
    {
        $this->rows($this->teacher);
        $wrong($this);
        $corrected = $this->pages();
        $this->rows($this->account('two@example.org'));
        $meant($this);
        foreach ($this->pages() as $page => $text) {
            self::assertSame($text, $corrected[$page], $page);
        }
    }

    /** @return array<string, array{\Closure(self): mixed, \Closure(self): mixed}> */
    public static function some(): array
    {
        return Effort::some(iterator_to_array(self::corrections()), 2);
    }

    /** @return iterable<string, array{\Closure(self): mixed, \Closure(self): mixed}> what went wrong and its correction; what was meant */
    private static function corrections(): iterable
    {
        $first = static fn (self $test): Lesson => $test->teach('2026-10-12', 'one', [3, 3, 3]);
        $second = static fn (self $test): Lesson => $test->teach('2026-10-14', 'one', [3, 2]);
        $both = static fn (self $test): array => [$first($test), $second($test)];
        $one = static fn (string $what, string $about = '', int $step = 0): \Closure => static function (self $test) use (
            $first,
            $what,
            $about,
            $step,
        ): void {
            $test->correct($first($test), $what, $about, $step);
        };
        yield 'a lesson that was none' => [static fn (self $test) => $test->correct($both($test)[1], 'out'), $first];
        yield 'a lesson that was none, before another' => [
            static fn (self $test) => $test->correct($both($test)[0], 'out'),
            // The second was planned after the first: it is what it was, whatever became of that.
            static function (self $test) use ($both): void {
                [$first] = $both($test);
                $test->entities()->remove($test->entities()->find(Lesson::class, $first->getId()) ?? self::fail('It was taught.'));
                $test->entities()->flush();
            },
        ];
        yield 'a lesson that was one all the same' => [
            static function (self $test) use ($both): void {
                [$first] = $both($test);
                $test->correct($first, 'out');
                $test->correct($first, 'back');
            },
            $both,
        ];
        yield 'another day' => [$one('day', '2026-10-07'), static fn (self $test) => $test->teach('2026-10-07', 'one', [3, 3, 3])];
        yield 'another class' => [
            static function (self $test): void {
                $lesson = $test->teach('2026-10-12', 'two', [3, 3, 3]);
                $test->correct($lesson, 'class', (string) $test->ids['one']);
                // This class has two sequences like it.
                $test->correct($lesson, 'sequence', (string) $test->ids['sequence of one']);
            },
            $first,
        ];
        yield 'another class, and back' => [
            static function (self $test) use ($first): void {
                $lesson = $first($test);
                $test->correct($lesson, 'class', (string) $test->ids['two']);
                $test->correct($lesson, 'class', (string) $test->ids['one']);
            },
            $first,
        ];
        yield 'another sequence' => [
            static fn (self $test) => $test->correct(
                $test->teach('2026-10-12', 'one', [3, 3, 3], 'other'),
                'sequence',
                (string) $test->ids['sequence of one'],
            ),
            $first,
        ];
        yield 'a coin too many' => [$one('coin-back'), static fn (self $test) => $test->teach('2026-10-12', 'one', [2, 3, 3])];
        yield 'a coin too few' => [
            static fn (self $test) => $test->correct($test->teach('2026-10-12', 'one', [3, 2, 3]), 'coin', '', 1),
            $first,
        ];
        yield 'a miss more' => [$one('miss'), static fn (self $test) => $test->teach('2026-10-12', 'one', [-3, 3, 3])];
        yield 'a miss too many' => [
            static fn (self $test) => $test->correct($test->teach('2026-10-12', 'one', [3, -3, 3]), 'miss-back', '', 1),
            $first,
        ];
        yield 'it was not done' => [$one('not-done'), static fn (self $test) => $test->teach('2026-10-12', 'one', [3, 3, 3], undone: 0)];
        yield 'another group' => [
            static fn (self $test) => $test->correct($first($test), 'group', '', 1, ['cello']),
            static fn (self $test) => $test->teach('2026-10-12', 'one', [3, 3, 3], by: [1 => Instrument::Cello]),
        ];
    }

    /** Two classes with two groups, a sequence of each on the first of two pieces, and another one. */
    private function rows(User $teacher): void
    {
        $this->teacher = $teacher;
        $this->again();
        $import = $this->service(PieceImport::class);
        $pieces = array_map(static fn (string $tune) => $import->import($tune, 'tune.abc'), self::TUNES);
        $this->ids = ['piece' => (int) $pieces[0]->getId()];
        foreach (['one' => 'Lane One', 'two' => 'Lane Two'] as $name => $title) {
            $class = $this->beginners($title);
            $class->setPlayers(Instrument::Cello, 3);
            $this->entities()->flush();
            $sequence = $this->service(SequenceBuilder::class)->build($class, $pieces[0], 96);
            $this->entities()->flush();
            $this->ids += [$name => (int) $class->getId(), "sequence of $name" => (int) $sequence->getId()];
            if ('one' === $name) {
                $other = $this->service(SequenceBuilder::class)->build($class, $pieces[0], 96);
                $this->entities()->flush();
                $this->ids['other'] = (int) $other->getId();
            }
        }
        $this->work();
    }

    /**
     * A lesson that is over.
     *
     * @param list<int>              $coins  on each of its first steps with a stair; below zero: so many, and a miss after them
     * @param array<int, Instrument> $by     who played a step, where not all did
     * @param int|null               $undone number of a step with a stair of which the teacher said that it was not done
     */
    private function teach(string $day, string $class, array $coins, string $sequence = '', array $by = [], ?int $undone = null): Lesson
    {
        $row = $this->entities()->find(Sequence::class, $this->ids['' === $sequence ? "sequence of $class" : $sequence]);
        $lesson = $this->service(LessonPlanner::class)->begin($row ?? self::fail('It is there.'), new \DateTimeImmutable("$day 10:00"));
        $this->entities()->persist($lesson);
        $this->entities()->flush();
        $steps = $this->stairs($lesson);
        $this->play($lesson, $by);
        $at = 1000 * $lesson->getStartedAt()->getTimestamp();
        $entries = [];
        $said = static function (string $step, EntryKind $kind, int $tempo, bool $afterwards = false) use (&$entries, $at): void {
            // A second in the lesson for each that could be earned, so that its time does not hang on how many were.
            $entries[] = new LogEntry(Uuid::v4()->toRfc4122(), $step, $kind, $tempo, $at, \count($entries), '', '', $afterwards);
        };
        foreach ($coins as $number => $count) {
            $tempo = $steps[$number]->step->stair->treads[$steps[$number]->startTread] ?? 0;
            for ($coin = 0; $coin < abs($count); ++$coin) {
                $said($steps[$number]->id, EntryKind::Coin, $tempo);
            }
            if ($count < 0) {
                $said($steps[$number]->id, EntryKind::Miss, $tempo);
            }
        }
        if (null !== $undone) {
            $said($steps[$undone]->id, EntryKind::NotDone, 0, true);
        }
        $this->service(LessonLog::class)->add($lesson, $entries);
        $lesson->end(new \DateTimeImmutable("$day 10:30"), 'A word.');
        $this->entities()->flush();
        $this->again();

        return $lesson;
    }

    /** @param list<string> $who */
    private function correct(Lesson $lesson, string $what, string $about = '', int $step = 0, array $who = []): void
    {
        $row = $this->entities()->find(Lesson::class, $lesson->getId()) ?? self::fail('It was taught.');
        $about = '' === $about ? $this->stairs($row)[$step]->id : $about;
        $this->service(Corrections::class)->make($row, $this->teacher, $what, $about, $who);
        $this->again();
    }

    /** @return list<TaughtStep> */
    private function stairs(Lesson $lesson): array
    {
        return array_values(array_filter($lesson->steps(), static fn (TaughtStep $step): bool => null !== $step->step->stair));
    }

    /** @param array<int, Instrument> $by who was planned to play the steps with these numbers */
    private function play(Lesson $lesson, array $by): void
    {
        $who = [];
        foreach ($by as $number => $instrument) {
            $who[$this->stairs($lesson)[$number]->id] = Who::of(WhoKind::Instruments, [$instrument]);
        }
        $plan = array_map(
            static fn (TaughtStep $step): array => $step->playedBy($who[$step->id] ?? null)->stored(),
            $lesson->steps(),
        );
        (new \ReflectionProperty(Lesson::class, 'plan'))->setValue($lesson, $plan);
        $this->entities()->flush();
    }

    private function again(): void
    {
        $this->entities()->clear();
        $this->teacher = $this->entities()->find(User::class, $this->teacher->getId()) ?? self::fail('The teacher is there.');
        $this->enter($this->teacher);
        $this->service(FactsOfClasses::class)->reset();
    }

    /** @return array<string, string> what each page tells of both classes, by what it is */
    private function pages(): array
    {
        $this->work();
        $this->again();
        $this->browser->loginUser($this->teacher);
        ['piece' => $piece] = $this->ids;
        $pages = ['today' => '/', 'quilt' => '/skills/quilt'];
        foreach (['one', 'two'] as $name) {
            $class = $this->ids[$name];
            $pages += [
                "class $name" => "/classes/$class",
                "next of $name" => "/classes/$class/next",
                "past of $name" => "/classes/$class/past",
                "report of $name" => "/classes/$class/report?from=2026-09-01&to=2026-12-20",
                "squares of $name" => "/classes/$class/skills?family=open",
                "ready for $name" => "/pieces/$piece/ready?for=class-$class",
                "score for $name" => "/pieces/$piece?for=class-$class",
                "sequence of $name" => '/sequences/'.$this->ids["sequence of $name"],
            ];
        }
        $told = [];
        foreach ($pages as $page => $address) {
            $main = $this->browser->request('GET', $address)->filter('main');
            self::assertResponseIsSuccessful($address);
            $main->filter(self::OF_THE_RECORD)->each(static function ($part): void {
                foreach ($part as $node) {
                    $node->parentNode?->removeChild($node);
                }
            });
            $told[$page] = $main->text();
        }
        $this->again();

        return $told;
    }
}
