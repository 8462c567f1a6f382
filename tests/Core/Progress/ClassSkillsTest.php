<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Progress;

use CoinStair\Core\Difficulty\Newness;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Progress\Baseline;
use CoinStair\Core\Progress\ClassRecord;
use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Progress\Days;
use CoinStair\Core\Progress\LessonGain;
use CoinStair\Core\Progress\Said;
use CoinStair\Core\Progress\SkillOfGroups;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\PieceSkills;
use CoinStair\Core\Standing\Thresholds;
use CoinStair\Core\Tests\Effort;
use CoinStair\Core\Tests\Skill\Lessons;
use CoinStair\Core\Tests\Skill\LoggedLesson;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Where a class stands with its skills (handbook 7): the reference cases first. */
final class ClassSkillsTest extends TestCase
{
    private const DAY = '2026-09-07';

    public function testAnOpenStringTunePluckedInOneLesson(): void
    {
        $skills = self::after([Lessons::one(self::DAY, 'cccg', mode: Mode::Pluck)], self::DAY);

        foreach (['D', 'A'] as $string) {
            self::assertSame(State::Introduced, $skills->of(Instrument::Violin, "open.pluck.$string")->state);
            self::assertSame(State::NotMet, $skills->of(Instrument::Violin, "open.bow.$string")->state);
        }
        self::assertSame(State::NotMet, $skills->of(Instrument::Violin, 'open.pluck.G')->state);
    }

    public function testTheSameOnThreeDaysTheLastTwoWithTheBow(): void
    {
        $lessons = [
            Lessons::one('2026-09-07', 'cccg', mode: Mode::Pluck),
            Lessons::one('2026-09-09', 'cccg'),
            Lessons::one('2026-09-11', 'cccg'),
        ];

        $first = self::after(\array_slice($lessons, 0, 2), '2026-09-09');
        self::assertSame(State::Introduced, $first->of(Instrument::Cello, 'open.bow.D')->state);
        self::assertSame(State::Secure, self::after($lessons, '2026-09-11')->of(Instrument::Cello, 'open.bow.D')->state);
        self::assertSame(State::Introduced, self::after($lessons, '2026-09-11')->of(Instrument::Cello, 'open.pluck.D')->state);
    }

    public function testThreeStepsInTwoLessonsArePractised(): void
    {
        $log = [...Lessons::log('1', 'c'), ...Lessons::log('2', 'c')];
        $one = TaughtLesson::of('a', '2026-09-07', [Lessons::step('1'), Lessons::step('2')], $log);
        $three = TaughtLesson::of(
            'b',
            '2026-09-07',
            [Lessons::step('1'), Lessons::step('2'), Lessons::step('3')],
            [...Lessons::log('1', 'c'), ...Lessons::log('2', 'c'), ...Lessons::log('3', 'm')],
        );
        $next = Lessons::one('2026-09-09', 'c');
        $state = static fn (TaughtLesson ...$lessons): State => self::after(array_values($lessons), '2026-09-10')
            ->of(Instrument::Violin, 'open.bow.D')->state;

        self::assertSame(State::Introduced, $state($one));
        self::assertSame(State::Introduced, $state($three));
        self::assertSame(State::Practised, $state($one, $next));
    }

    public function testViolasOnlyInAStepChangeNothingForTheOthers(): void
    {
        $skills = self::after([Lessons::one(self::DAY, 'cccg', who: [Instrument::Viola])], self::DAY);

        self::assertSame(State::Introduced, $skills->of(Instrument::Viola, 'open.bow.D')->state);
        self::assertSame(State::NotMet, $skills->of(Instrument::Violin, 'open.bow.D')->state);
        self::assertSame(['viola'], array_keys($skills->all()));
    }

    /** @return iterable<string, array{string}> */
    public static function unplayed(): iterable
    {
        yield 'opened only' => ['b'];
        yield 'played, and said afterwards not to have been done' => ['cccgn'];
    }

    #[DataProvider('unplayed')]
    public function testWhatWasNotPlayedIsAsIfItHadNeverBeen(string $walk): void
    {
        self::assertSame([], self::after([Lessons::one(self::DAY, $walk)], self::DAY)->all());
    }

    public function testAStepTakenBackInACorrectedLessonIsAsIfItHadNeverBeen(): void
    {
        $entries = Lessons::log('s', 'cg');
        foreach ($entries as $entry) {
            $entries[] = new LogEntry('undo-'.$entry->id, 's', EntryKind::Undo, 0, 9000, 0, $entry->id, 'desk', true);
        }
        $corrected = TaughtLesson::of('x', '2026-09-09', [Lessons::step('s')], $entries);
        $first = Lessons::one(self::DAY, 'cccg');

        self::assertEquals(self::after([$first], '2026-09-20')->all(), self::after([$first, $corrected], '2026-09-20')->all());
    }

    public function testAirBowAndListeningPlayNothing(): void
    {
        self::assertSame([], self::after([Lessons::one(self::DAY, 'cc', mode: Mode::AirBow)], self::DAY)->all());
    }

    /**
     * @return iterable<string, array{list<array{int, string}>, int, State, int|null}> lessons by day from the first, day that is asked,
     *                                                                                 state, day on which it is due next
     */
    public static function intervals(): iterable
    {
        $secure = [[-3, 'g'], [0, 'g']];
        yield 'secure' => [$secure, 0, State::Secure, 7];
        yield 'not due on day 6' => [$secure, 6, State::Secure, 7];
        yield 'due on day 7' => [$secure, 7, State::DueAgain, 7];
        yield 'touched on day 8' => [[...$secure, [8, 'c']], 8, State::Secure, 22];
        yield 'due on day 22' => [[...$secure, [8, 'c']], 22, State::DueAgain, 22];
        yield 'touched before half of it: only the clock starts anew' => [[...$secure, [3, 'c']], 3, State::Secure, 10];
        yield 'touched after half of it' => [[...$secure, [4, 'c']], 4, State::Secure, 18];
        yield 'no coin is no touch' => [[...$secure, [4, 'm']], 4, State::Secure, 7];
        yield 'more misses than coins halve it' => [[...$secure, [8, 'c'], [22, 'cmm']], 22, State::Secure, 29];
        yield 'and again' => [[...$secure, [8, 'c'], [22, 'cmm'], [29, 'cmm']], 29, State::Secure, 33];
        yield 'never longer than sixty' => [[...$secure, [7, 'c'], [21, 'c'], [49, 'c'], [105, 'c'], [165, 'c']], 165, State::Secure, 225];
        yield 'practised is due as well' => [[[0, 'c'], [1, 'c'], [2, 'c']], 9, State::DueAgain, 9];
        yield 'practised and touched before' => [[[0, 'c'], [1, 'c'], [2, 'c']], 8, State::Practised, 9];
        yield 'introduced is never due' => [[[0, 'c']], 300, State::Introduced, null];
    }

    /** @param list<array{int, string}> $lessons */
    #[DataProvider('intervals')]
    public function testDueAgain(array $lessons, int $asked, State $state, ?int $due): void
    {
        $day = static fn (int $number): string => Days::after('2026-09-10', $number);
        $taught = array_map(static fn (array $one): TaughtLesson => Lessons::one($day($one[0]), $one[1]), $lessons);
        $found = self::after($taught, $day($asked))->of(Instrument::Violin, 'open.bow.D');

        self::assertSame($state, $found->state);
        self::assertSame(null === $due ? null : $day($due), $found->due);
    }

    public function testTheFirstLessonAfterABreakAsksForAllThatFellDueTheWorstFirst(): void
    {
        $skills = self::after(
            [
                Lessons::one('2026-09-01', 'g', who: [Instrument::Viola]),
                Lessons::one('2026-09-03', 'g', who: [Instrument::Viola]),
                Lessons::one('2026-09-08', 'g', 2, who: [Instrument::Cello]),
                Lessons::one('2026-09-10', 'g', 2, Mode::Bow, [Instrument::Cello]),
            ],
            '2026-10-20',
        );
        $due = $skills->due();

        self::assertContains('open.bow.D', array_map(static fn (SkillOfGroups $one): string => $one->code, $due));
        $overdue = array_map(
            static fn (SkillOfGroups $one): float => max(
                0.0,
                ...array_map(static fn (Instrument $of): float => $skills->of($of, $one->code)->overdue('2026-10-20'), $one->instruments),
            ),
            $due,
        );
        $sorted = $overdue;
        rsort($sorted);
        self::assertSame($sorted, $overdue);
    }

    public function testATeacherSaysAStateAndEvidenceGoesOnFromIt(): void
    {
        $said = [new Said('open.bow.D', Instrument::Violin, State::Secure, '2026-09-08', 'Desk', 'heard it in the hall')];
        $before = [Lessons::one('2026-09-07', 'c')];
        $state = self::after($before, '2026-09-08', $said)->of(Instrument::Violin, 'open.bow.D');

        self::assertSame([State::Secure, State::Introduced, '2026-09-15'], [$state->state, $state->ofEvidence, $state->due]);
        self::assertSame('heard it in the hall', $state->said?->why);
        self::assertSame(State::Introduced, self::after($before, '2026-09-07', $said)->of(Instrument::Violin, 'open.bow.D')->state);
        self::assertSame(State::DueAgain, self::after($before, '2026-09-15', $said)->of(Instrument::Violin, 'open.bow.D')->state);

        $lost = [...$said, new Said('open.bow.D', Instrument::Violin, State::NotMet, '2026-10-01', id: 2)];
        self::assertSame(State::NotMet, self::after($before, '2026-10-01', $lost)->of(Instrument::Violin, 'open.bow.D')->state);
        $again = self::after([...$before, Lessons::one('2026-10-02', 'c')], '2026-10-02', $lost)->of(Instrument::Violin, 'open.bow.D');
        self::assertSame(State::Introduced, $again->state);
    }

    public function testSaidToBeDueIsDueUntilItIsTouched(): void
    {
        $said = [new Said('open.bow.D', Instrument::Violin, State::DueAgain, '2026-09-08')];

        self::assertSame(State::DueAgain, self::after([], '2026-09-08', $said)->of(Instrument::Violin, 'open.bow.D')->state);
        $touched = self::after([Lessons::one('2026-09-09', 'c')], '2026-09-09', $said)->of(Instrument::Violin, 'open.bow.D');
        self::assertSame(State::Secure, $touched->state);
    }

    public function testPresumedIsWeakerThanEvidenceAndCountsAsKnown(): void
    {
        $baseline = Baseline::ofYear(Catalogue::shipped(), 2);
        $nothing = self::after([], '2026-09-09', [], $baseline);
        $said = [new Said('open.bow.D', Instrument::Violin, State::NotMet, self::DAY)];

        self::assertSame(State::Presumed, $nothing->of(Instrument::Violin, 'open.bow.D')->state);
        self::assertSame(State::NotMet, $nothing->of(Instrument::Violin, 'finger.A.low-2')->state);
        $taught = self::after([Lessons::one(self::DAY, 'c')], '2026-09-09', [], $baseline)->of(Instrument::Violin, 'open.bow.D');
        self::assertSame([State::Introduced, Newness::Known], [$taught->state, $taught->newness()]);
        $lost = self::after([], '2026-09-09', $said, $baseline)->of(Instrument::Violin, 'open.bow.D');
        self::assertSame([State::NotMet, Newness::New], [$lost->state, $lost->newness()]);
    }

    public function testThresholdsAreSettings(): void
    {
        $strict = Thresholds::of(['secureDays' => 3, 'firstDays' => 14, 'longestDays' => 1]);
        $lessons = [Lessons::one('2026-09-07', 'g'), Lessons::one('2026-09-08', 'g')];
        $piece = self::tune();
        $record = ClassRecord::of($lessons, Lessons::held(self::skills($piece), $piece, $lessons));
        $skills = ClassSkills::on('2026-09-08', Catalogue::shipped(), [Instrument::Violin], $record, thresholds: $strict);

        self::assertSame(State::Introduced, $skills->of(Instrument::Violin, 'open.bow.D')->state);
        self::assertSame(14, $strict->longestDays);
    }

    public function testALessonTellsWhatItChanged(): void
    {
        $lessons = [Lessons::one('2026-09-07', 'g'), Lessons::one('2026-09-09', 'g')];
        $gain = LessonGain::of(self::after([$lessons[0]], '2026-09-09'), self::after($lessons, '2026-09-09'));

        self::assertContains('open.bow.D', array_map(static fn (SkillOfGroups $one): string => $one->code, $gain->secured));
        self::assertSame([], $gain->introduced);
        self::assertFalse($gain->isNone());
        $first = LessonGain::of(self::after([], '2026-09-07'), self::after([$lessons[0]], '2026-09-07'));
        self::assertContains('open.bow.D', array_map(static fn (SkillOfGroups $one): string => $one->code, $first->introduced));
    }

    /** States kept lesson by lesson, as entries come in and lessons are corrected, are those that the whole log gives at the end. */
    public function testStatesKeptStepByStepAreThoseRecomputedFromTheLog(): void
    {
        $piece = self::tune();
        $skills = self::skills($piece);
        for ($seed = 0; $seed < Effort::times(300); ++$seed) {
            $random = new Randomizer(new Mt19937($seed));
            $kept = ClassRecord::none();
            $lessons = [];
            foreach (range(0, $random->getInt(1, 6)) as $number) {
                $lesson = self::randomLesson($random, $number);
                foreach (array_keys($lesson->entries) as $count) {
                    $soFar = $lesson->taught(\array_slice($lesson->entries, 0, $count + 1));
                    $kept = $kept->with($soFar, Lessons::held($skills, $piece, [$soFar]));
                }
                $lessons[$lesson->id] = $lesson;
            }
            foreach ($lessons as $id => $lesson) {
                if (0 === $random->getInt(0, 2)) {
                    $lessons[$id] = $corrected = self::corrected($random, $lesson);
                    $kept = $kept->with($corrected->taught(), Lessons::held($skills, $piece, [$corrected->taught()]));
                }
            }
            // Entries of two devices come in any order, and so do lessons.
            $shuffled = array_map(
                static fn (LoggedLesson $one): TaughtLesson => $one->taught($random->shuffleArray($one->entries)),
                $random->shuffleArray(array_values($lessons)),
            );
            $recomputed = ClassRecord::of($shuffled, Lessons::held($skills, $piece, $shuffled));
            $on = static fn (ClassRecord $record): ClassSkills => ClassSkills::on(
                '2026-10-01',
                Catalogue::shipped(),
                Instrument::strings(),
                $record,
            );

            self::assertEquals($on($recomputed)->all(), $on($kept)->all(), "seed $seed");
        }
    }

    private static function randomLesson(Randomizer $random, int $number): LoggedLesson
    {
        $steps = $entries = [];
        foreach (range(1, $random->getInt(1, 3)) as $at) {
            $who = 0 === $random->getInt(0, 3) ? [Instrument::strings()[$random->getInt(0, 3)]] : [];
            $steps[] = Lessons::step("s$at", $at, 0 === $random->getInt(0, 2) ? Mode::Pluck : Mode::Bow, $who);
            $walk = implode('', array_map(static fn (): string => 'bcmg'[$random->getInt(0, 3)], range(0, $random->getInt(0, 8))));
            array_push($entries, ...Lessons::log("s$at", $walk, 1000 * $at));
        }

        return new LoggedLesson("lesson $number", Days::after('2026-09-01', 2 * $number + $random->getInt(0, 1)), $steps, $entries);
    }

    private static function corrected(Randomizer $random, LoggedLesson $lesson): LoggedLesson
    {
        $entries = $lesson->entries;
        $one = $entries[$random->getInt(0, \count($entries) - 1)];
        $entries[] = match ($random->getInt(0, 2)) {
            0 => new LogEntry('undo', $one->step, EntryKind::Undo, 0, 90_000, 0, $one->id, 'desk', true),
            1 => new LogEntry('not', $one->step, EntryKind::NotDone, 0, 90_000, 0, '', 'desk', true),
            default => new LogEntry('coin', $one->step, EntryKind::Coin, Lessons::GOAL, 90_000, 0, '', 'desk', true),
        };

        return new LoggedLesson(
            $lesson->id,
            Days::after($lesson->day, $random->getInt(-1, 1)),
            $lesson->steps,
            $entries,
        );
    }

    /**
     * @param list<TaughtLesson> $lessons
     * @param list<Said>         $said
     */
    private static function after(array $lessons, string $day, array $said = [], ?Baseline $baseline = null): ClassSkills
    {
        $piece = self::tune();
        $record = ClassRecord::of($lessons, Lessons::held(self::skills($piece), $piece, $lessons));

        return ClassSkills::on($day, Catalogue::shipped(), Instrument::strings(), $record, $said, $baseline);
    }

    /** Eight measures of open strings. */
    private static function tune(): Piece
    {
        /** @var Piece|null $tune */
        static $tune = null;

        return $tune ??= Tunes::abc('D D A A|D2 A2|A A D D|A2 D2|D A D A|D2 A2|A D A D|D4|]', '4/4', 'D');
    }

    private static function skills(Piece $piece): PieceSkills
    {
        /** @var PieceSkills|null $skills */
        static $skills = null;

        return $skills ??= PieceSkills::of(
            $piece,
            BothHands::ofEach($piece, Instrument::strings(), HandPolicies::ofLevel(1), 72),
            Catalogue::shipped(),
        );
    }
}
