<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Sequence;

use CoinStair\Core\Chunk\PlaceNames;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\FirstContact;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\KnownPiece;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\Others;
use CoinStair\Core\Lesson\OwnStep;
use CoinStair\Core\Lesson\PlannedLesson;
use CoinStair\Core\Lesson\Round;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Lesson\SumUp;
use CoinStair\Core\Lesson\Version;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\LessonSequence;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Standing\Standing;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 6: what good teachers do besides the stair, each so that it can be left out. */
final class HabitsTest extends TestCase
{
    /** Measures 2 and 6 hold a dotted quarter. */
    private const DOTTED = 'DEFG|A3/2G/FE|FGAF|E2D2|FGAB|A3/2G/FE|DEFE|D4|';

    public function testNoneIsInALessonOfWhoLeavesAllOut(): void
    {
        $plan = $this->plan(Plans::tune('02-stepping-stones.abc'), []);
        self::assertSame([], $this->steps($plan, StepPurpose::TuneUp, StepPurpose::Listen));
        self::assertSame([], array_filter($plan->steps(), static fn (LessonStep $step): bool => null !== $step->listen));
        self::assertNotContains(Version::Memory, array_map(static fn (LessonStep $step): Version => $step->step->fuller, $plan->steps()));
    }

    public function testEachLessonOpensWithATuneUpAfterItsHoldCheck(): void
    {
        $plan = $this->plan(Plans::tune('02-stepping-stones.abc'), [Habit::TuneUp]);
        self::assertGreaterThan(1, \count($plan->lessons));
        foreach ($plan->lessons as $lesson) {
            self::assertSame([StepPurpose::HoldCheck, StepPurpose::TuneUp], [
                $lesson->steps[0]->step->purpose,
                $lesson->steps[1]->step->purpose,
            ]);
            self::assertSame($lesson->number.' tune-up', $lesson->steps[1]->own?->stored());
        }
    }

    public function testAClassHearsThePieceOnceBeforeItPlaysAnyOfIt(): void
    {
        $plan = $this->plan(Plans::tune('08-kettle-on-the-hob.abc'), [Habit::HearFirst], 2);
        $heard = $this->steps($plan, StepPurpose::Listen);
        self::assertCount(1, $heard);
        self::assertSame([96, Mode::Listen, []], [$heard[0]->top(), $heard[0]->step->mode, $heard[0]->time->treads]);
        self::assertTrue($heard[0]->chunk?->from->equals(Place::of(0)));
        self::assertLessThanOrEqual(70.0, $heard[0]->time->seconds(), 'a minute and the words before it');
        $places = array_keys(array_filter($plan->lessons[0]->steps, static fn (LessonStep $step): bool => null !== $step->chunk));
        self::assertSame(StepPurpose::Listen, $plan->lessons[0]->steps[$places[0]]->step->purpose);
    }

    public function testWhatWasHeardIsNotHeardAgainBeforeASpotAndRestsTheArms(): void
    {
        $piece = Plans::tune('08-kettle-on-the-hob.abc');
        $listens = static fn (LessonSequence $plan): int => \count(array_filter(
            $plan->lessons[0]->steps,
            static fn (LessonStep $step): bool => [] !== array_filter(
                $step->step->rounds,
                static fn (Round $round): bool => Mode::Listen === $round->mode,
            ),
        ));
        $without = $this->plan($piece, [], 2, method: Method::SpotFirst);
        $with = $this->plan($piece, [Habit::HearFirst], 2, method: Method::SpotFirst);
        self::assertGreaterThan($listens($with), $listens($without));
        $purposes = array_map(static fn (LessonStep $step): StepPurpose => $step->step->purpose, $with->lessons[0]->steps);
        self::assertNotSame(StepPurpose::Break, $purposes[1 + (int) array_search(StepPurpose::Listen, $purposes, true)]);
    }

    public function testWhoLeavesItOutOfALessonDoesNotHearIt(): void
    {
        $plan = $this->plan(Tunes::abc(self::DOTTED, '4/4', 'D'), [Habit::HearFirst], skipped: [OwnStep::of(1, StepPurpose::Listen)]);
        self::assertSame([], $this->steps($plan, StepPurpose::Listen));
    }

    /**
     * @param list<string> $new      codes of rhythms that were never met
     * @param list<string> $expected rounds of the steps that have some: mode and first measure
     */
    #[DataProvider('rhythms')]
    public function testARhythmThatIsNewIsSaidAndClappedOnce(array $new, FirstContact $contact, array $expected): void
    {
        $standing = Standing::of([], self::all(), [], array_fill_keys(['violin', 'viola', 'cello', 'bass'], $new));
        $piece = Tunes::abc(self::DOTTED, '4/4', 'D');
        $plan = $this->plan($piece, [Habit::SayRhythm], 2, $contact, $standing);
        $rounds = [];
        foreach ($plan->steps() as $step) {
            foreach ($step->step->rounds as $round) {
                if (!$round->isSeam) {
                    $rounds[] = $round->mode->value.' '.$round->from;
                }
            }
        }
        self::assertSame($expected, $rounds);
    }

    /** @return iterable<string, array{list<string>, FirstContact, list<string>}> */
    public static function rhythms(): iterable
    {
        yield 'new' => [['rhythm.dotted-quarter'], FirstContact::New, ['say 1', 'air-bow 1']];
        yield 'known' => [[], FirstContact::New, []];
        yield 'another one is new' => [['rhythm.triplet'], FirstContact::New, []];
        yield 'whoever bows at once' => [['rhythm.dotted-quarter'], FirstContact::Bow, []];
    }

    public function testWhatIsSafeGoesRoundInTheClassAtTheEnd(): void
    {
        $nothing = Standing::of([], array_fill_keys(['violin', 'viola', 'cello', 'bass'], []));
        $plan = $this->plan(Plans::tune('02-stepping-stones.abc'), [Habit::InTurn], standing: $nothing);
        $closing = $plan->lessons[0]->steps[\count($plan->lessons[0]->steps) - 1];
        $who = $closing->step->who();
        self::assertSame([StepPurpose::Run, WhoKind::Halves, Others::FingerAlong, 2], [
            $closing->step->purpose,
            $who->kind,
            $who->others,
            $closing->time->turns,
        ]);
        $all = $this->plan(Plans::tune('02-stepping-stones.abc'), [], standing: $nothing)->lessons[0]->steps;
        $asAll = $all[\count($all) - 1]->time->seconds();
        self::assertEqualsWithDelta($asAll, $closing->time->seconds(), 0.001, 'as long as two goes of all');
    }

    public function testTheLastCoinsHaveSomethingToListenForAndWhoIsReadyHasATask(): void
    {
        $plan = $this->plan(Tunes::abc('DFAF|GBAG|FAdA|F2D2|', '4/4', 'D'), [Habit::ListenFor, Habit::QuickOnes]);
        $learned = $this->steps($plan, StepPurpose::Learn);
        self::assertSame('does D ring with the open string?', $learned[0]->listen?->text());
        self::assertSame(Version::Memory, $learned[0]->step->fuller);
        foreach ($this->steps($plan, StepPurpose::Run, StepPurpose::Review, StepPurpose::WarmUp) as $step) {
            self::assertNull($step->listen);
        }
        $kettle = $this->plan(Plans::tune('08-kettle-on-the-hob.abc'), [Habit::ListenFor], 2);
        $heard = array_filter(array_map(static fn (LessonStep $step): string => $step->listen?->text() ?? '', $kettle->steps()));
        self::assertGreaterThan(2, \count(array_unique($heard)), 'not the same each time');
    }

    public function testALessonClosesWithAnotherPieceUntilSomethingOfItsOwnIsOlder(): void
    {
        $of = Plans::piece(Plans::tune('08-kettle-on-the-hob.abc'), 2, 96, 27);
        $known = new KnownPiece(7, 'Tin Market', 84, 26.0);
        $plan = CutPlan::of($of, Method::Forward, aim: $of->aim()->withKnown($known))->plan();
        $last = array_map(static fn (PlannedLesson $lesson): LessonStep => $lesson->steps[\count($lesson->steps) - 1], $plan->lessons);
        self::assertSame($known, $last[0]->piece);
        self::assertSame([StepPurpose::Run, 84, '1 run'], [
            $last[0]->step->purpose,
            $last[0]->top(),
            $last[0]->own?->stored(),
        ]);
        self::assertNull($last[1]->piece, 'what was learned in the first lesson is older by then');
        $long = CutPlan::of($of, Method::Forward, aim: $of->aim()->withKnown(new KnownPiece(7, 'Long Tale', 84, 600.0)))->plan();
        self::assertSame([], array_filter($long->steps(), static fn (LessonStep $step): bool => null !== $step->piece), 'no room');
    }

    /** @param list<string> $lines of the lessons, as they are said */
    #[DataProvider('ends')]
    public function testOneSentenceSumsUp(string $file, array $lines): void
    {
        [$year, $goal, $minutes] = Plans::TUNES[$file];
        $piece = Plans::tune($file);
        $plan = Plans::of(Plans::piece($piece, $year, $goal, $minutes), Method::Forward)->plan();
        $names = PlaceNames::of($piece);
        $said = array_map(static fn (PlannedLesson $one): string => SumUp::ofPlanned($one, $goal, $names)?->text() ?? '', $plan->lessons);
        self::assertSame($lines, $said);
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function ends(): iterable
    {
        yield 'eight measures' => ['01-open-gate.abc', ['Today: 1–8 at 84. At home: 1–8.', 'Today: 1–8 at 84. At home: 1–8.']];
    }

    /**
     * @param list<Habit>   $habits
     * @param list<OwnStep> $skipped
     */
    private function plan(
        Piece $piece,
        array $habits,
        int $year = 1,
        FirstContact $contact = FirstContact::New,
        ?Standing $standing = null,
        Method $method = Method::Forward,
        array $skipped = [],
    ): LessonSequence {
        $policies = Plans::policies($year, 27)->teaching($contact, SlowGroup::Apart, habits: $habits);
        $of = PieceForClass::of($piece, $policies, $standing ?? Standing::unknown(), $piece->goalTempo ?? 84);
        $aim = $of->aim();

        return CutPlan::of($of, $method, aim: new Aim(
            $aim->goal,
            $aim->instruments,
            $aim->slow,
            $contact,
            skipped: $skipped,
        ))->plan();
    }

    /** @return list<LessonStep> */
    private function steps(LessonSequence $plan, StepPurpose ...$purposes): array
    {
        return array_values(array_filter(
            $plan->steps(),
            static fn (LessonStep $step): bool => \in_array($step->step->purpose, $purposes, true),
        ));
    }

    /** @return array<string, list<string>> every place in first position */
    private static function all(): array
    {
        $places = [];
        foreach (['violin' => 'GDAE', 'viola' => 'CGDA', 'cello' => 'CGDA', 'bass' => 'EADG'] as $instrument => $strings) {
            foreach (str_split($strings) as $string) {
                foreach (['0', '1', '2', '3', '4'] as $finger) {
                    $places[$instrument][] = "$string natural $finger";
                    array_push($places[$instrument], "$string high $finger", "$string low $finger");
                }
            }
        }

        return $places;
    }
}
