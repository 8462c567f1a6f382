<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Readiness;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Progress\Baseline;
use CoinStair\Core\Progress\ClassRecord;
use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Progress\Said;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Readiness\BookOrder;
use CoinStair\Core\Readiness\Glance;
use CoinStair\Core\Readiness\LaterPrerequisite;
use CoinStair\Core\Readiness\NewSkill;
use CoinStair\Core\Readiness\Points;
use CoinStair\Core\Readiness\Prospect;
use CoinStair\Core\Readiness\Readiness;
use CoinStair\Core\Readiness\Verdict;
use CoinStair\Core\Readiness\WhatNext;
use CoinStair\Core\Readiness\WhatTeaches;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;
use CoinStair\Core\Skill\PieceSkills;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Can this class play this piece, and what next? (handbook 7) */
final class ReadinessTest extends TestCase
{
    private const D_MAJOR = 'D E F G|A B c d|d c B A|G F E D|D2 A2|A2 D2|]';
    private const IN_G = 'G A B A|B =c B A|d =c B A|G2 G2|]';

    /** A piece in G with C natural on A, for a class that knows D major only. */
    public function testNamesWhatIsNewForEachGroup(): void
    {
        $class = self::knowing([self::needs(Tunes::abc(self::D_MAJOR, '4/4', 'D'))]);
        $readiness = Readiness::of(self::needs(Tunes::abc(self::IN_G, '4/4', 'G')), $class, Catalogue::shipped());
        $new = ['violin' => [], 'viola' => [], 'cello' => [], 'bass' => []];
        foreach ($readiness->new as $one) {
            foreach ($one->instruments as $instrument) {
                $new[$instrument->value][] = $one->code;
            }
        }

        self::assertEqualsCanonicalizing(['key.1-sharp', 'finger.A.low-2', 'pattern.1-2.A'], $new['violin']);
        self::assertEqualsCanonicalizing(['key.1-sharp', 'finger.A.low-2', 'pattern.1-2.A'], $new['viola']);
        self::assertEqualsCanonicalizing(['key.1-sharp', 'finger.A.2'], $new['cello']);
        self::assertContains('key.1-sharp', $new['bass']);
        self::assertNotContains('finger.D.low-2', [...$new['violin'], ...$new['viola'], ...$new['cello'], ...$new['bass']]);
        self::assertSame(Verdict::WithinReach, Readiness::of(
            self::needs(Tunes::abc(self::IN_G, '4/4', 'G')),
            $class,
            Catalogue::shipped(),
            [Instrument::Violin, Instrument::Viola, Instrument::Cello],
        )->verdict);
    }

    public function testNamesUnmetPrerequisitesTheDeeperFirst(): void
    {
        $needs = new Needs(['violin' => ['rhythm.dotted-eighth' => 0]]);
        $class = self::class(['rhythm.quarter'], [Instrument::Violin]);
        $readiness = Readiness::of($needs, $class, Catalogue::shipped());

        self::assertSame(
            ['rhythm.eighth', 'rhythm.sixteenth', 'rhythm.dotted-eighth'],
            array_map(static fn (NewSkill $one): string => $one->code, $readiness->new),
        );
        self::assertTrue($readiness->new[0]->isBefore());
        self::assertFalse($readiness->new[2]->isBefore());
        self::assertTrue($readiness->isBlocked());
    }

    public function testWhatNothingFindsIsTakenForGrantedUnlessATeacherSaysOtherwise(): void
    {
        $needs = new Needs(['violin' => ['open.bow.D' => 0]]);
        $day = '2026-09-07';
        $said = [new Said('hold.bow', Instrument::Violin, State::NotMet, $day)];
        $class = ClassSkills::on($day, Catalogue::shipped(), [Instrument::Violin], ClassRecord::none());
        $lost = ClassSkills::on($day, Catalogue::shipped(), [Instrument::Violin], ClassRecord::none(), $said);

        self::assertCount(1, Readiness::of($needs, $class, Catalogue::shipped())->new);
        self::assertSame('hold.bow', Readiness::of($needs, $lost, Catalogue::shipped())->new[0]->code);
    }

    public function testVerdicts(): void
    {
        $of = static fn (string ...$codes): Verdict => Readiness::of(
            new Needs(['violin' => array_fill_keys($codes, 0), 'viola' => [$codes[0] => 0]]),
            self::class(['rhythm.quarter'], [Instrument::Violin, Instrument::Viola]),
            Catalogue::shipped(),
        )->verdict;

        self::assertSame(Verdict::Ready, $of('rhythm.quarter'));
        self::assertSame(Verdict::Ready, $of('rhythm.quarter', 'rhythm.half', 'rhythm.whole'), 'ground skills weigh nothing');
        self::assertSame(Verdict::WithinReach, $of('read.repeat', 'rhythm.half', 'slur.2', 'read.jump'));
        self::assertSame(Verdict::Later, $of('read.repeat', 'read.jump', 'slur.2', 'read.fermata'));
    }

    /** @return iterable<string, array{list<string>, int}> */
    public static function points(): iterable
    {
        yield 'open D and A, and the crossing' => [
            ['open.pluck.D', 'open.bow.D', 'open.bow.A', 'crossing.neighbour', 'crossing.back'],
            3,
        ];
        yield 'ground' => [['read.treble.D', 'rhythm.half', 'rhythm.meter.3-4', 'ensemble.unison', 'bow.half', 'craft.keep-down'], 0];
        yield 'an upbeat' => [['rhythm.pickup', 'bow.upbeat'], 1];
        yield 'low 2 with its pattern' => [['finger.A.low-2', 'pattern.1-2.A'], 1];
        yield 'on two strings' => [['finger.A.low-2', 'pattern.1-2.A', 'finger.D.low-2'], 2];
        yield 'low 1, wherever' => [['finger.A.low-1', 'finger.E.low-1', 'pattern.nut-1'], 1];
        yield 'a shift with its position' => [['shift', 'position.III'], 1];
        yield 'a shift alone' => [['shift'], 1];
        yield 'fingers of one string' => [['finger.D.1', 'finger.D.2', 'finger.D.3', 'pattern.2-3.D'], 1];
        yield 'a key counts with its fingers' => [['key.3-sharps', 'finger.G.3'], 1];
        yield 'other acts each' => [['slur.2', 'bow.hook', 'rhythm.tie'], 3];
    }

    /** @param list<string> $codes */
    #[DataProvider('points')]
    public function testPoints(array $codes, int $points): void
    {
        self::assertSame($points, Points::of($codes));
    }

    public function testAGlanceTellsTheNumbersOfTheWholeReadiness(): void
    {
        $codes = array_keys(Catalogue::shipped()->skills);
        $random = new Randomizer(new Mt19937(20261201));
        $instruments = [Instrument::Violin, Instrument::Viola, Instrument::Cello];
        for ($try = 0; $try < 60; ++$try) {
            $some = static fn (int $count): array => \array_slice($random->shuffleArray($codes), 0, $count);
            $needs = new Needs(array_map(
                static fn (): array => array_fill_keys($some(12), 0),
                array_flip(array_map(static fn (Instrument $one): string => $one->value, $instruments)),
            ));
            $class = self::class($some($random->getInt(1, 60)), $instruments);
            self::assertEquals(
                Readiness::of($needs, $class, Catalogue::shipped())->glance(),
                Glance::at($needs, $class, Catalogue::shipped()),
            );
        }
    }

    public function testTheLibraryIsRankedByWhatIsNewThenByWhatIsComfortable(): void
    {
        $none = self::ready(0)->glance();
        $two = self::ready(2)->glance();
        $six = self::ready(6)->glance();
        $next = WhatNext::of([
            new Prospect(1, $six, 90.0, 90),
            new Prospect(2, $two, 45.0, 90),
            new Prospect(3, $two, 80.0, 90),
            new Prospect(4, $none, 60.0, 90),
            new Prospect(5, $none, 90.0, 90),
            new Prospect(6, $two, 80.0, 90, 6, 3),
            new Prospect(7, $two, 80.0, 90, isPlanned: true),
        ]);

        self::assertSame([7, 3, 2, 6, 1], array_map(static fn (Prospect $one): int => $one->piece, $next->next));
        self::assertSame([5, 4], array_map(static fn (Prospect $one): int => $one->piece, $next->easy));
    }

    public function testTellsWhichPiecesTeachASkillTheEasiestFirst(): void
    {
        $library = [
            1 => new Needs(['violin' => ['slur.2' => 0, 'read.ending' => 0, 'key.3-sharps' => 0]]),
            2 => new Needs(['violin' => ['slur.2' => 0]]),
            3 => new Needs(['violin' => ['bow.hook' => 0]]),
        ];

        $wanted = array_map(
            static fn (string $code): NewSkill => new NewSkill($code, [Instrument::Violin], null),
            ['slur.2', 'slur.3'],
        );
        $teaching = WhatTeaches::find($library, self::class([], [Instrument::Violin]), $wanted);
        self::assertSame(['slur.2' => [2, 1]], $teaching);
    }

    public function testNeedsAreTheSameAfterTheyWereKept(): void
    {
        $codes = array_keys(Catalogue::shipped()->skills);
        $needs = new Needs([
            'violin' => ['slur.2' => 0, 'read.ending' => 7 << 32],
            'bass' => [],
            'cello' => ['slur.2' => (3 << 32) + 5040],
        ]);
        self::assertEquals($needs, Needs::unpack($needs->pack(array_flip($codes)), $codes));
    }

    public function testABookTellsWhatComesFirstWhereAndWhatJumps(): void
    {
        $of = static fn (string ...$codes): Needs => new Needs(['violin' => array_fill_keys($codes, 0)]);
        $order = BookOrder::of(
            [
                $of('rhythm.quarter', 'rhythm.half', 'open.bow.D', 'open.bow.A', 'key.2-sharps'),
                $of('rhythm.quarter', 'rhythm.sixteenth'),
                null,
                $of('rhythm.quarter', 'rhythm.eighth', 'read.repeat', 'read.ending', 'slur.2'),
                $of('rhythm.sixteenth', 'read.repeat'),
            ],
            Catalogue::shipped(),
            [Instrument::Violin],
        );

        self::assertFalse($order->pieces[0]->jumps, 'The book has to begin somewhere.');
        self::assertTrue($order->pieces[3]->jumps);
        self::assertEquals([new LaterPrerequisite('rhythm.sixteenth', 'rhythm.eighth', 3)], $order->pieces[1]->later);
        self::assertSame([0, 1, 3], $order->met['rhythm.quarter']);
        self::assertContains('slur.2', $order->metOnce());
        self::assertNotContains('read.repeat', $order->metOnce());
        self::assertSame(0, $order->pieces[2]->most);
    }

    private static function ready(int $new): Readiness
    {
        $codes = \array_slice(['read.repeat', 'read.jump', 'rhythm.tie', 'read.fermata', 'bow.short', 'bow.accent'], 0, $new);

        return Readiness::of(
            new Needs(['violin' => array_fill_keys(['rhythm.quarter', ...$codes], 0)]),
            self::class(['rhythm.quarter', 'bow.half', 'hold.bow'], [Instrument::Violin]),
            Catalogue::shipped(),
        );
    }

    /**
     * @param list<string>     $codes       that all groups know
     * @param list<Instrument> $instruments
     */
    private static function class(array $codes, array $instruments): ClassSkills
    {
        return ClassSkills::on(
            '2026-09-07',
            Catalogue::shipped(),
            $instruments,
            ClassRecord::none(),
            [],
            Baseline::ofCodes(array_fill_keys(array_column($instruments, 'value'), $codes)),
        );
    }

    /** @param list<Needs> $pieces */
    private static function knowing(array $pieces): ClassSkills
    {
        return ClassSkills::on(
            '2026-09-07',
            Catalogue::shipped(),
            Instrument::strings(),
            ClassRecord::none(),
            [],
            Baseline::ofPieces($pieces),
        );
    }

    private static function needs(Piece $piece): Needs
    {
        $hands = BothHands::ofEach($piece, Instrument::strings(), HandPolicies::ofLevel(1), 72);

        return Needs::of(PieceSkills::of($piece, $hands, Catalogue::shipped()), Instrument::strings());
    }
}
