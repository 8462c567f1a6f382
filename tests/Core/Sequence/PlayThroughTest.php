<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\PlaceNames;
use CoinStair\Core\Form\Sameness;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Lesson\PlannedLesson;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Lesson\StepLimits;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\TempoMarks;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\LessonSequence;
use CoinStair\Core\Standing\PastLesson;
use CoinStair\Core\Standing\Touch;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 6, "A sequence over lessons". */
final class PlayThroughTest extends TestCase
{
    /** @return iterable<string, array{string, int, int, int}> file, year, goal, minutes */
    public static function tunes(): iterable
    {
        foreach (Plans::TUNES as $file => [$year, $goal, $minutes]) {
            yield $file => [$file, $year, $goal, $minutes];
        }
    }

    #[DataProvider('tunes')]
    public function testWhatEverySequenceKeeps(string $file, int $year, int $goal, int $minutes): void
    {
        $tune = Plans::tune($file);
        $piece = Plans::piece($tune, $year, $goal, $minutes);
        foreach (Method::cases() as $method) {
            foreach (SlowGroup::cases() as $slow) {
                $plan = Plans::of($piece, $method, $slow);
                $this->assertIsTaughtWhole($tune, $plan->plan(), "$file, {$method->value}, {$slow->value}");
                $this->assertKeepsItsLimits($plan->plan(), "$file, {$method->value}, {$slow->value}");
                $this->assertNothingSameIsLearnedTwice($tune, $plan, "$file, {$method->value}, {$slow->value}");
            }
        }
    }

    public function testSoDoesEveryTuneOfTheBookForEveryYear(): void
    {
        foreach (glob(\dirname(__DIR__, 3).'/demo/tunes/*.abc') ?: [] as $file) {
            $tune = Plans::tune(basename($file));
            foreach ([1, 2, 3] as $year) {
                $plan = Plans::of(Plans::piece($tune, $year, $tune->goalTempo ?? 84, 27), Method::Forward);
                $this->assertIsTaughtWhole($tune, $plan->plan(), basename($file)." in year $year");
                $this->assertKeepsItsLimits($plan->plan(), basename($file)." in year $year");
            }
        }
    }

    /** @return iterable<string, array{string, int, float, float}> sizes that page 6 calls credible: lessons, and minutes of all of them */
    public static function sizes(): iterable
    {
        yield 'eight measures in year one: a lesson and a short one' => ['01-open-gate.abc', 2, 15, 20];
        yield 'eight measures with fingers' => ['02-stepping-stones.abc', 2, 18, 30];
        yield 'nine measures in year two' => ['05-tin-market.abc', 2, 16, 24];
        yield '26 measures in year two' => ['08-kettle-on-the-hob.abc', 3, 52, 75];
        yield '16 measures in year three' => ['17-night-train-to-brindle.abc', 2, 24, 42];
    }

    #[DataProvider('sizes')]
    public function testASequenceHasTheSizeThatATeacherWouldBelieve(string $file, int $lessons, float $least, float $most): void
    {
        [$year, $goal, $minutes] = Plans::TUNES[$file];
        $plan = Plans::of(Plans::piece(Plans::tune($file), $year, $goal, $minutes), Method::Forward)->plan();
        self::assertTrue($plan->isAtGoal());
        self::assertCount($lessons, $plan->lessons);
        self::assertGreaterThan($least, $plan->seconds() / 60);
        self::assertLessThan($most, $plan->seconds() / 60);
    }

    /** A lesson that goes as it was planned leaves the class where the plan goes on from. */
    #[DataProvider('tunes')]
    public function testTheLogOfALessonGivesTheLessonsAfterIt(string $file, int $year, int $goal, int $minutes): void
    {
        foreach ([Method::Forward, Method::SpotFirst, Method::FindIt, Method::Halves, Method::LastFirst] as $method) {
            $tune = Plans::tune($file);
            $fresh = Plans::of(Plans::piece($tune, $year, $goal, $minutes), $method);
            $rows = Plans::rows($fresh);
            $whole = $fresh->plan($rows);
            $past = [];
            foreach (\array_slice($whole->lessons, 0, -1) as $lesson) {
                $past[] = Plans::taught($lesson);
                $later = Plans::of(Plans::piece($tune, $year, $goal, $minutes, $past), $method)->plan($rows);
                self::assertSame(
                    array_map(self::told(...), \array_slice($whole->lessons, \count($past))),
                    array_map(self::told(...), $later->lessons),
                    "$file, {$method->value}, after lesson ".\count($past),
                );
            }
            self::assertNotSame([], $whole->lessons);
        }
    }

    public function testALessonThatWentWorseIsMadeUpFor(): void
    {
        [$tune, $rows, $first] = $this->kettle();
        $taught = Plans::taught($first);
        $ofOrder = array_filter($taught->touches, static fn (Touch $touch): bool => $touch->learned && '' !== $touch->step);
        $learned = array_values($ofOrder)[1];
        $missed = new Touch($learned->step, $learned->chunk, 1, 0, $learned->treads[0], $learned->treads);
        $touches = array_map(static fn (Touch $touch) => $touch === $learned ? $missed : $touch, $taught->touches);
        // What was made of it was not played either.
        $touches = array_values(
            array_filter(
                $touches,
                static fn (Touch $touch): bool => $touch === $missed || !$touch->learned || !$touch->chunk->contains($learned->chunk),
            ),
        );
        $past = [new PastLesson('1', '2026-11-01', $touches, $taught->opened)];
        $plan = Plans::of(Plans::piece($tune, 2, 96, 27, $past), Method::Forward)->plan($rows);
        $again = array_values(array_filter($plan->lessons[0]->steps, static fn (LessonStep $step): bool => $step->id === $learned->step));
        self::assertCount(1, $again, 'it goes on');
        self::assertSame($learned->treads[0], $again[0]->goesOn);
        self::assertLessThanOrEqual($learned->treads[0], $again[0]->time->tempos()[0]);
    }

    public function testAStepThatWaitsForALaterLessonTakesWhatIsMadeOfItAlong(): void
    {
        [$tune, $rows] = $this->kettle();
        $taught = $rows[1]->taught ?? self::fail();
        $moved = [$rows[0], OrderedStep::of($taught, 'r1', new ByHand(lesson: 2)), ...\array_slice($rows, 2)];
        $plan = Plans::of(Plans::piece($tune, 2, 96, 27), Method::Forward)->plan($moved);
        $ids = array_map(static fn (PlannedLesson $lesson): array => array_column($lesson->steps, 'id'), $plan->lessons);
        self::assertContains('r0', $ids[0]);
        self::assertNotContains('r1', $ids[0]);
        self::assertNotContains('r2', $ids[0], 'the join of both');
        self::assertContains('r1', $ids[1]);
        self::assertTrue($plan->isAtGoal());
    }

    public function testWhatIsTooLongIsNotSaidToBeWhole(): void
    {
        $lines = ['D E F G', 'A2 F D', 'G F E A', 'd c B A', 'B A G F'];
        $abc = implode('|', array_map(static fn (int $at): string => $lines[($at * 7 + intdiv($at, 5)) % 5], range(0, 299)));
        $plan = Plans::of(Plans::piece(Tunes::abc($abc.'|', '4/4', 'D'), 2, 96, 27), Method::Forward)->plan();
        self::assertCount(6, $plan->lessons);
        self::assertSame(0, $plan->reaches, 'its end was not taught');
        self::assertFalse($plan->isAtGoal());
        self::assertNotNull($plan->holds);
    }

    public function testWhatATeacherSetStays(): void
    {
        [$tune, $rows] = $this->kettle();
        $taught = $rows[0]->taught ?? self::fail();
        $rows[0] = OrderedStep::of($taught, 'r0', new ByHand(treads: [60, 72], rounds: [], seconds: 150.0, prompt: 'low 2'));
        array_splice($rows, 1, 0, [OrderedStep::unplayed(StepPurpose::Free, 'f', new ByHand(seconds: 90.0, prompt: 'Tell of the kettle'))]);
        $steps = Plans::of(Plans::piece($tune, 2, 96, 27), Method::Forward)->plan($rows)->lessons[0]->steps;
        $byId = array_column($steps, null, 'id');
        self::assertSame([60, 72], $byId['r0']->time->stair()?->treads);
        self::assertSame([[60], [72]], [$byId['r0']->time->tempos(), $byId['r0']->time->ahead], 'there is no time for the other today');
        self::assertSame(150.0, $byId['r0']->time->seconds());
        self::assertSame('low 2', $byId['r0']->step->prompt);
        self::assertSame(90.0, $byId['f']->time->seconds());
        $fixed = $rows;
        $fixed[0] = OrderedStep::of($taught, 'r0', new ByHand(seconds: 90.0));
        $short = array_column(Plans::of(Plans::piece($tune, 2, 96, 27), Method::Forward)->plan($fixed)->lessons[0]->steps, null, 'id');
        self::assertLessThan(3, \count($short['r0']->time->tempos()), 'fixed minutes tell how many treads fit');
    }

    #[DataProvider('tunes')]
    public function testWhatALessonAsksForByItselfCanBeLeftOut(string $file, int $year, int $goal, int $minutes): void
    {
        $piece = Plans::piece(Plans::tune($file), $year, $goal, $minutes);
        $aim = new Aim($goal, Instrument::strings());
        $own = array_filter(array_column(CutPlan::of($piece, Method::Forward, aim: $aim)->plan()->steps(), 'own'));
        self::assertNotSame([], $own);
        foreach ($own as $one) {
            $left = CutPlan::of($piece, Method::Forward, aim: new Aim($goal, Instrument::strings(), skipped: [$one]))->plan();
            self::assertFalse($one->isAmong(array_values(array_filter(array_column($left->steps(), 'own')))), "$file: ".$one->stored());
        }
    }

    public function testAGroupThatHoldsTheRestBack(): void
    {
        $piece = Plans::piece(Plans::slowBass(), 2, 96, 27);
        $apart = Plans::of($piece, Method::Forward);
        self::assertSame(['bass'], array_keys($apart->groups()->apart));
        $own = array_filter($apart->plan()->steps(), static fn (LessonStep $step): bool => [] !== $step->step->who()->instruments);
        self::assertNotSame([], $own);
        foreach ($own as $step) {
            self::assertSame('bass', $step->step->who()->instruments[0]->value);
            self::assertNotSame('none', $step->step->who()->others->value, 'nobody just waits');
            self::assertLessThanOrEqual(StepLimits::GROUP_SECONDS, $step->time->seconds());
        }
        foreach ($apart->plan()->lessons as $lesson) {
            $of = array_filter($lesson->steps, static fn (LessonStep $step): bool => \in_array($step, $own, true));
            self::assertLessThanOrEqual(1, \count($of));
        }
        $eased = Plans::of($piece, Method::Forward, SlowGroup::Ease)->plan();
        self::assertSame([], array_filter($eased->steps(), static fn (LessonStep $step): bool => [] !== $step->step->who()->instruments));
        self::assertSame($apart->plan()->reaches, $eased->reaches);
        $wait = Plans::of($piece, Method::Forward, SlowGroup::Wait)->plan();
        self::assertGreaterThan(1.8 * $apart->plan()->seconds(), $wait->seconds());
        self::assertFalse($wait->isAtGoal());
        self::assertSame('bass', $wait->holds?->instrument->value);
        self::assertLessThanOrEqual(6, \count($wait->lessons));
    }

    public function testAGroupIsEasedInTheMeasureThatIsTooMuchForIt(): void
    {
        $piece = Plans::tune('31-far-pier.abc');
        $plan = Plans::of(Plans::piece($piece, 4, 96, 37), Method::Forward)->plan();
        $name = static fn (?Chunk $chunk): string => null === $chunk ? '' : PlaceNames::of($piece)->chunk($chunk);
        $said = static fn (string $chunk): string => implode(' · ', array_map(
            static fn (LessonStep $step): string => $step->says?->text() ?? '',
            array_filter($plan->steps(), static fn (LessonStep $step): bool => $chunk === $name($step->chunk)),
        ));
        self::assertStringContainsString('cellos: in 4 only the first note', $said('1–4'));
        self::assertStringContainsString('cellos: in 4 only the first note', $said('1–16'));
        self::assertStringNotContainsString('cellos: in', $said('5–8'), 'nothing there is too much for them');
        $whole = Plans::of(Plans::piece(Plans::slowBass(), 2, 96, 27), Method::Forward)->plan();
        self::assertStringContainsString('basses: the first note of each measure', implode(' · ', array_map(
            static fn (LessonStep $step): string => $step->says?->text() ?? '',
            $whole->steps(),
        )));
    }

    public function testWhoRestsIsNoMeasureOfWhatIsSaidToAll(): void
    {
        $rest = 'z4|z4|z4|z4|';
        $lower = "V:2 name=\"Viola\"\n{$rest}DFAF|GED2|FEDE|D4|\nV:3 name=\"Cello\" clef=bass octave=-1\n{$rest}DFAF|GED2|FEDE|D4|";
        $bass = "V:4 name=\"Double Bass\" clef=bass octave=-2\n{$rest}D4|D4|D4|D4|";
        $piece = Plans::piece(Tunes::abc("V:1 name=\"Violin\"\n(DEF)A|(GFE)B|AFD2|E4|{$rest}\n$lower\n$bass", '4/4', 'D'), 2, 84, 27);
        $first = array_find(
            Plans::of($piece, Method::Forward)->plan()->steps(),
            static fn (LessonStep $step): bool => StepPurpose::Learn === $step->step->purpose,
        );
        self::assertStringNotContainsString('violins:', $first->says?->text() ?? 'violins:', 'they are all who play');
    }

    public function testALessonOpensAndClosesAsLessonsDo(): void
    {
        [, , $first, $second] = $this->kettle();
        $purposes = static fn (PlannedLesson $lesson): array => array_map(
            static fn (LessonStep $step): string => $step->step->purpose->value,
            $lesson->steps,
        );
        self::assertSame(['check', 'warm-up'], \array_slice($purposes($first), 0, 2));
        self::assertNotContains('review', $purposes($first), 'nothing was learned before');
        self::assertSame('run', $purposes($first)[\count($first->steps) - 1]);
        self::assertContains('break', $purposes($first), 'after eight minutes in year two');
        $up = 0.0;
        foreach ($second->steps as $step) {
            $up = StepPurpose::Break === $step->step->purpose ? 0.0 : $up + $step->time->playing();
            self::assertLessThanOrEqual(480.0, $up);
        }
        $whole = Plans::of(Plans::piece(Plans::tune('02-stepping-stones.abc'), 1, 88, 22), Method::Forward)->plan();
        self::assertContains('review', $purposes($whole->lessons[1]));
    }

    /** Sixty-four measures at a slow tempo: no single go of the whole may be planned ten times. */
    public function testALongPieceKeepsTheLimitsToo(): void
    {
        $tune = Tunes::abc(str_repeat('D2EF|G2AB|c2BA|GFED|E2FG|A2Bc|d2cB|AGFE|', 8), '4/4', 'D');
        foreach (Method::cases() as $method) {
            $plan = Plans::of(Plans::piece($tune, 1, 60, 22), $method)->plan();
            $this->assertKeepsItsLimits($plan, $method->value);
        }
    }

    /** What holds for any piece, by any method, whatever the class knows. */
    public function testWhatHoldsForPiecesOfChance(): void
    {
        foreach (range(1, 60) as $seed) {
            $tune = RandomPieces::piece($seed);
            $year = 1 + $seed % 4;
            $piece = Plans::piece($tune, $year, $tune->goalTempo ?? 84, 30);
            foreach (Method::cases() as $method) {
                $plan = Plans::of($piece, $method);
                $this->assertClimbsNoTreadTooSteep($plan->plan(), "seed $seed, {$method->value}");
                $this->assertNothingIsTaughtAfterWhatHoldsIt($plan, "seed $seed, {$method->value}");
            }
        }
    }

    private function assertClimbsNoTreadTooSteep(LessonSequence $plan, string $message): void
    {
        foreach ($plan->steps() as $step) {
            $tempos = $step->time->tempos();
            foreach (\array_slice($tempos, 1) as $index => $tempo) {
                $next = TempoMarks::floor($tempos[$index] + 8);
                self::assertLessThanOrEqual(max(1.25 * $tempos[$index], $next), $tempo, "$message, {$step->chunk?->edges()}");
            }
        }
    }

    private function assertNothingIsTaughtAfterWhatHoldsIt(CutPlan $plan, string $message): void
    {
        $taught = [];
        foreach ($plan->order() as $one) {
            if (StepPurpose::Learn !== $one->as || null !== $one->rung || ChunkKind::Spot === $one->chunk->kind) {
                continue;
            }
            foreach ($taught as $before) {
                self::assertFalse($before->contains($one->chunk), "$message: {$one->chunk->edges()} after {$before->edges()}");
            }
            $taught[] = $one->chunk;
        }
    }

    private function assertIsTaughtWhole(Piece $tune, LessonSequence $plan, string $message): void
    {
        $runs = array_filter(
            $plan->steps(),
            static fn (LessonStep $step): bool => StepPurpose::Run === $step->step->purpose && true === $step->chunk?->isWhole($tune),
        );
        $last = end($runs);
        if (!$plan->isAtGoal()) {
            self::assertNotNull($plan->holds, "$message: it is said what holds it back");
            self::assertCount(6, $plan->lessons, $message);

            return;
        }
        self::assertInstanceOf(LessonStep::class, $last, $message);
        self::assertSame($plan->goal, $last->top(), $message);
        $lessons = $plan->lessons;
        self::assertContains($last, end($lessons)->steps ?? [], "$message: it ends when the whole was run at the goal");
    }

    private function assertKeepsItsLimits(LessonSequence $plan, string $message): void
    {
        foreach ($plan->lessons as $lesson) {
            self::assertLessThanOrEqual($lesson->available + 0.01, $lesson->seconds(), "$message, lesson {$lesson->number}");
            $warmUp = 0.0;
            foreach ($lesson->steps as $step) {
                $what = "$message, lesson {$lesson->number}, {$step->step->purpose->value} {$step->chunk?->edges()}";
                self::assertLessThanOrEqual(StepLimits::SECONDS + 0.01, $step->time->seconds(), $what);
                self::assertLessThanOrEqual(StepLimits::TRIES + 0.01, $step->time->tries()->mean ?? 0.0, $what);
                self::assertLessThanOrEqual(StepLimits::TREADS, \count($step->time->treads), $what);
                self::assertLessThanOrEqual($plan->goal, $step->top(), $what);
                $warmUp += StepPurpose::WarmUp === $step->step->purpose ? $step->time->seconds() : 0.0;
            }
            self::assertLessThanOrEqual(240.0, $warmUp, $message);
        }
    }

    /** What has the notes of something that was learned at another place is found there. */
    private function assertNothingSameIsLearnedTwice(Piece $tune, CutPlan $plan, string $message): void
    {
        $sameness = Sameness::of($tune);
        $keys = [];
        foreach ($plan->order() as $taught) {
            $key = $sameness->key($taught->chunk->from, $taught->chunk->to);
            if (StepPurpose::Learn === $taught->as && '' !== $key && null === $taught->rung) {
                self::assertArrayNotHasKey($key, $keys, "$message: {$taught->chunk->edges()}");
                $keys[$key] = true;
            }
        }
    }

    /** @return array{Piece, list<OrderedStep>, PlannedLesson, PlannedLesson} Kettle, its order, its first two lessons */
    private function kettle(): array
    {
        $tune = Plans::tune('08-kettle-on-the-hob.abc');
        $plan = Plans::of(Plans::piece($tune, 2, 96, 27), Method::Forward);
        $rows = Plans::rows($plan);
        $lessons = $plan->plan($rows)->lessons;

        return [$tune, $rows, $lessons[0], $lessons[1]];
    }

    /** @return list<string> */
    private static function told(PlannedLesson $lesson): array
    {
        return array_map(
            static fn (LessonStep $step): string => \sprintf(
                '%s %s %s %s %.1f %s',
                $step->id,
                $step->step->purpose->value,
                $step->chunk instanceof Chunk ? $step->chunk->edges() : $step->step->warmUp?->code() ?? '',
                implode(' ', $step->time->tempos()),
                $step->time->seconds(),
                $step->says?->text() ?? '',
            ),
            $lesson->steps,
        );
    }
}
