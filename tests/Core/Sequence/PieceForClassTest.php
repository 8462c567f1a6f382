<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\FixedCut;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Lesson\FirstContact;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Lesson\WarmUpKind;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Override;
use CoinStair\Core\Score\OverrideKind;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Growth;
use CoinStair\Core\Standing\Standing;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** The one place that reckons a piece for a class: what each result follows from, and which instruments count. */
final class PieceForClassTest extends TestCase
{
    private const TUNE = 'DEFG|A2 F2|DEFG|A4|EFGA|B2 G2|EDCB,|D4|';

    public function testEachInputOfAResultMakesAnotherKey(): void
    {
        $standing = Standing::of([], ['violin' => ['D natural 1']], ['violin' => ['D natural 2']]);
        $override = Override::of('P1-m0-v1-0', 'D4', OverrideKind::Direction, 'up');
        $hands = HandPolicies::ofLevel(1);
        $varied = [
            'as it is' => self::variant($hands),
            'score' => self::variant($hands, score: 'two'),
            'policies' => self::variant(HandPolicies::of(1, ['bowing' => 'downbeat'])),
            'level' => self::variant(HandPolicies::ofLevel(3)),
            'known and introduced' => self::variant($hands, $standing),
            'goal' => self::variant($hands, goal: 96),
            'override' => self::variant($hands, overrides: ['violin' => [$override]]),
        ];
        $difficulty = array_map(static fn (PieceForClass $one): string => $one->fingerprint('difficulty')->key(), $varied);
        self::assertCount(\count($varied), array_unique($difficulty));
        $played = array_map(static fn (PieceForClass $one): string => $one->handsFingerprint(Instrument::Violin)->key(), $varied);
        self::assertCount(\count($varied), array_unique($played));
        $others = [
            $varied['as it is']->handsFingerprint(Instrument::Viola)->key(),
            $varied['as it is']->handsFingerprint(Instrument::Violin, 'P1')->key(),
            $varied['as it is']->handsFingerprint(Instrument::Violin, '', 60)->key(),
            ...array_values($played),
        ];
        self::assertCount(\count($others), array_unique($others));
        self::assertSame(
            $varied['as it is']->handsFingerprint(Instrument::Cello)->key(),
            $varied['override']->handsFingerprint(Instrument::Cello)->key(),
            'what is set of the violins leaves the cellos alone',
        );
    }

    public function testOtherMusicForTheSameClassIsNotTakenForThePiece(): void
    {
        $of = self::variant(HandPolicies::ofLevel(1));
        $open = $of->musicOf(WarmUp::of(WarmUpKind::OpenStrings, 'DA'));
        $check = $of->musicOf(WarmUp::of(WarmUpKind::Check, 'E4'));
        $keys = array_map(static fn (PieceForClass $one): string => $one->fingerprint('facts')->key(), [
            $of,
            $of->playing($open),
            $of->playing($check),
            self::variant(HandPolicies::ofLevel(2))->playing($check),
        ]);
        self::assertCount(\count($keys), array_unique($keys));
        self::assertSame($keys[2], $of->playing($of->musicOf(WarmUp::of(WarmUpKind::Check, 'E4')))->fingerprint('facts')->key());
    }

    public function testAClassIsToldFromAnotherByAllThatItsTeacherChose(): void
    {
        $keys = array_map(static fn (ClassPolicies $one): string => Fingerprint::of('summary')->with('policies', $one)->key(), [
            self::policies(),
            self::policies([Instrument::Violin, Instrument::Bass]),
            self::policies(rule: CoinRule::of(GoingOn::InARow, 2)),
            self::policies(rule: CoinRule::of(GoingOn::InARow, 3, 3)),
            self::policies(rule: CoinRule::of(GoingOn::InARow, 3, 2, 1)),
            self::policies(rule: CoinRule::of(GoingOn::Goes)),
            self::policies(growth: Growth::fixed(4)),
            self::policies(minutes: 40),
            self::policies(level: 2),
            self::policies()->teaching(FirstContact::Bow, SlowGroup::Apart),
            self::policies()->teaching(FirstContact::New, SlowGroup::Wait),
            self::policies()->teaching(FirstContact::New, SlowGroup::Apart, ['bass' => 2]),
            self::policies()->teaching(FirstContact::New, SlowGroup::Apart, [], false),
            self::policies(rule: CoinRule::of(GoingOn::InARow, 3, below: 2)),
            self::policies(growth: Growth::likely()),
            self::policies(growth: Growth::likely()->onEvery()),
        ]);
        self::assertCount(\count($keys), array_unique($keys));
        self::assertSame(27 * 60.0, self::policies()->seconds);
        self::assertSame(60.0, self::policies(minutes: 5)->seconds, 'something can always be taught');
        self::assertSame(Instrument::strings(), self::policies([])->instruments, 'while there are no groups');
    }

    public function testEachLinkIsMadeOnceAndKept(): void
    {
        $memory = new class implements Memory {
            /** @var array<string, mixed> */
            public array $kept = [];
            /** @var list<string> */
            public array $made = [];

            public function remember(Fingerprint $fingerprint, \Closure $reckon): mixed
            {
                if (!\array_key_exists($fingerprint->key(), $this->kept)) {
                    $this->made[] = $fingerprint->what;
                    $this->kept[$fingerprint->key()] = $reckon();
                }

                return $this->kept[$fingerprint->key()];
            }
        };
        $of = static fn (): PieceForClass => PieceForClass::of(
            Tunes::abc(self::TUNE, '4/4', 'D'),
            ClassPolicies::ofYear(HandPolicies::ofLevel(1)),
            Standing::unknown(),
            84,
            'one',
            [],
            $memory,
        );
        $piece = $of();
        self::assertSame([], $memory->made, 'nothing before it is asked for');
        CutPlan::of($piece, Method::Forward)->plan();
        CutPlan::of($piece, Method::SpotFirst)->plan();
        CutPlan::of($of(), Method::FindIt)->plan();
        self::assertSame(['counting', 'difficulty', 'hands', 'hands', 'hands', 'hands', 'prompts', 'strings'], $memory->made);
    }

    public function testAnInstrumentThatAloneHoldsTheOthersFarBackDoesNotCount(): void
    {
        $strings = Instrument::strings();
        self::assertSame($strings, $this->for(Tunes::abc('D4|E4|D4|E4|', '4/4', 'D'), 60)->counting());
        // A bass shifts where the others have their third finger.
        $counting = $this->for(Plans::tune('05-tin-market.abc'), 84)->counting();
        self::assertNotContains(Instrument::Bass, $counting);
        self::assertContains(Instrument::Violin, $counting);
    }

    public function testAMethodPlansOverTheTeachersCut(): void
    {
        $piece = Tunes::abc(self::TUNE, '4/4', 'D');
        $own = [7 => Chunk::of($piece, ChunkKind::Phrase, Place::of(0), Place::of(3))];
        $plan = CutPlan::of($this->for($piece, 84), Method::Forward, FixedCut::of($own));
        $order = $plan->order();
        self::assertSame('0.0-3.0', $order[0]->chunk->edges());
        self::assertNotContains('0.0-3.0', array_map(static fn (Chunk $chunk): string => $chunk->edges(), $plan->proposed()));
        self::assertSame(StepPurpose::Run, $order[\count($order) - 1]->as);
        self::assertGreaterThan(60, $plan->plan()->seconds());
    }

    public function testATypedComfortTempoHoldsForEveryChunk(): void
    {
        $piece = $this->for(Tunes::abc(self::TUNE, '4/4', 'D'), 84);
        $plan = CutPlan::of($piece, Method::Forward, aim: new Aim(96, Instrument::strings(), comfort: 60.0));
        $first = array_values(array_filter($plan->plan()->steps(), static fn (LessonStep $one): bool => null !== $one->chunk))[0];
        self::assertSame(['violin' => 60.0, 'viola' => 60.0, 'cello' => 60.0, 'bass' => 60.0], $first->comfort);
        self::assertSame([96, false, []], [$plan->plan()->goal, $first->reading, $plan->groups()->apart]);
    }

    private function for(Piece $piece, int $goal): PieceForClass
    {
        return PieceForClass::of($piece, ClassPolicies::ofYear(HandPolicies::ofLevel(1)), Standing::unknown(), $goal);
    }

    /** @param array<string, list<Override>> $overrides */
    private static function variant(
        HandPolicies $hands,
        ?Standing $standing = null,
        int $goal = 84,
        string $score = 'one',
        array $overrides = [],
    ): PieceForClass {
        return PieceForClass::of(
            Tunes::abc(self::TUNE, '4/4', 'D'),
            ClassPolicies::ofYear($hands),
            $standing ?? Standing::unknown(),
            $goal,
            $score,
            $overrides,
        );
    }

    /** @param list<Instrument> $instruments */
    private static function policies(
        array $instruments = [Instrument::Violin],
        ?CoinRule $rule = null,
        ?Growth $growth = null,
        int $minutes = 35,
        int $level = 1,
    ): ClassPolicies {
        return ClassPolicies::of(
            HandPolicies::ofLevel($level),
            $instruments,
            $rule ?? CoinRule::standard(),
            $growth ?? Growth::equalRatio(),
            $minutes,
            8,
        );
    }
}
