<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\RightHand;

use CoinStair\Core\RightHand\AmountPolicy;
use CoinStair\Core\RightHand\BowedStroke;
use CoinStair\Core\RightHand\BowFronts;
use CoinStair\Core\RightHand\BowGrid;
use CoinStair\Core\RightHand\Bowing;
use CoinStair\Core\RightHand\BowPath;
use CoinStair\Core\RightHand\BowUse;
use CoinStair\Core\RightHand\Direction;
use CoinStair\Core\RightHand\HandNotice;
use CoinStair\Core\RightHand\Stroke;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\RightHand\Strokes;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Tests\Effort;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Handbook 4, "Place". */
final class BowPathTest extends TestCase
{
    /** What was remembered for one part of a piece changes nothing of the next, and is let go before it grows large. */
    public function testPartsThatShareWhatIsRememberedGoAsByThemselves(): void
    {
        $fronts = new BowFronts();
        for ($part = 0; $part < Effort::times(40); ++$part) {
            $piece = RandomPieces::piece(700 + $part, measures: 24);
            $strokes = Bowing::of($piece, Strokes::read($piece, $piece->parts[0]))->strokes;
            foreach (AmountPolicy::cases() as $policy) {
                self::assertEquals(BowPath::of($strokes, $policy), BowPath::of($strokes, $policy, fronts: $fronts));
            }
        }
    }

    #[DataProvider('paths')]
    public function testPlaces(string $body, string $meter, AmountPolicy $policy, string $expected): void
    {
        self::assertSame(
            $expected,
            implode(
                ' ',
                array_map(
                    static fn (array $place): string => round($place[0], 2).'–'.round($place[1], 2),
                    BowPath::of(self::bowed($body, $meter), $policy)->places,
                ),
            ),
        );
    }

    /** @return iterable<string, array{string, string, AmountPolicy, string}> */
    public static function paths(): iterable
    {
        yield 'half notes take the whole bow' => ['C2D2|', '4/4', AmountPolicy::Value, '0–1 1–0'];
        yield 'quarters take half' => ['CDEF|', '4/4', AmountPolicy::Value, '0–0.5 0.5–0 0–0.5 0.5–0'];
        yield 'short notes start in the middle' => [
            'C/D/E/F/ G2|',
            '4/4',
            AmountPolicy::Value,
            '0.5–0.63 0.63–0.5 0.5–0.63 0.63–0.5 0.5–1',
        ];
        yield 'short strokes lie round the middle' => [
            '.C.D.E.F|',
            '4/4',
            AmountPolicy::Value,
            '0.38–0.63 0.63–0.38 0.38–0.63 0.63–0.38',
        ];
        yield 'after two beats of rest the bow is set where it lies best' => [
            'C2z2|.C.D.E.F|',
            '4/4',
            AmountPolicy::Value,
            '0–1 0.75–0.38 0.38–0.63 0.63–0.38 0.38–0.63',
        ];
        yield 'after one it goes on where it was' => ['C2z.C|', '4/4', AmountPolicy::Value, '0–1 1–0.63'];
        yield 'whole bows' => ['CD|', '2/4', AmountPolicy::Whole, '0–1 1–0'];
        yield 'the same speed' => ['C2DE|', '4/4', AmountPolicy::Speed, '0–1 1–0.5 0.5–1'];
    }

    #[DataProvider('rhythms')]
    public function testMeasuresAlikeGetPlacesAlike(string $measure, string $meter, AmountPolicy $policy): void
    {
        $strokes = self::bowed(str_repeat($measure.'|', 12), $meter);
        $each = intdiv(\count($strokes), 12);
        $places = BowPath::of($strokes, $policy)->places;
        $of = static fn (int $number): array => \array_slice($places, $number * $each, $each);
        // An odd number of strokes turns every other measure round.
        foreach (range(4, 7) as $number) {
            self::assertSame($of($number - 2), $of($number), "measure $number");
        }
    }

    /** @return iterable<string, array{string, string, AmountPolicy}> */
    public static function rhythms(): iterable
    {
        foreach (
            [
                'long, short' => ['C2D', '3/4'],
                'longer, short' => ['C3D', '4/4'],
                'dotted' => ['C3/D/C3/D/', '4/4'],
                'long, two short' => ['C2DE', '4/4'],
                'two short, long' => ['CDE2', '4/4'],
                'eighths at the end' => ['C2D/E/F/G/', '4/4'],
                'three' => ['CDE', '3/4'],
                'slur, two' => ['(CDE)F', '4/4'],
                'short, long' => ['CD2', '3/4'],
            ] as $name => [$measure, $meter]
        ) {
            yield $name => [$measure, $meter, AmountPolicy::Value];
            yield $name.', whole' => [$measure, $meter, AmountPolicy::Whole];
        }
    }

    #[DataProvider('wholes')]
    public function testWholeMeansWhole(string $body, string $meter, string $expected): void
    {
        $amounts = array_map(
            static fn (array $place): string => (string) abs($place[1] - $place[0]),
            BowPath::of(self::bowed($body, $meter), AmountPolicy::Whole)->places,
        );
        self::assertSame($expected, implode(' ', $amounts));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function wholes(): iterable
    {
        yield 'short after long' => ['C3D|C3D|', '4/4', '1 1 1 1'];
        yield 'eighths' => ['C/D/E/F/ G2|', '4/4', '1 1 1 1 1'];
        yield 'slurs' => ['(CDE)F|', '4/4', '1 1'];
        yield 'an upbeat takes half' => ['D|GABc|', '4/4', '0.5 1 1 1 1'];
        yield 'an upbeat of two' => ['DE|G2A2|', '4/4', '0.5 0.5 1 1'];
        yield 'an upbeat after rests' => ['z3D|G2A2|', '4/4', '0.5 1 1'];
        yield 'soft and accented' => ['!p!C!accent!D EF|', '4/4', '1 1 1 1'];
    }

    public function testThePathIsAsCheapAsTheCheapestOfAll(): void
    {
        $random = new Randomizer(new Mt19937(51));
        $rows = Effort::times(500);
        for ($row = 0; $row < $rows; ++$row) {
            $strokes = self::randomStrokes($random, $random->getInt(1, 0 === $row % 10 ? 4 : 3));
            $policy = AmountPolicy::cases()[$row % 3];
            self::assertEqualsWithDelta(self::least($strokes, $policy), BowPath::of($strokes, $policy)->cost, 1e-6, "row $row");
        }
    }

    public function testThePlaceStaysOnTheBowAndGoesTheStrokesWay(): void
    {
        for ($seed = 0; $seed < 120; ++$seed) {
            $piece = RandomPieces::piece($seed);
            $strokes = Bowing::of($piece, Strokes::read($piece, $piece->parts[0]))->strokes;
            foreach (AmountPolicy::cases() as $policy) {
                foreach (BowPath::of($strokes, $policy)->places as $index => [$from, $to]) {
                    self::assertTrue($from >= 0 && $from <= 1 && $to >= 0 && $to <= 1, "seed $seed");
                    self::assertSame(Direction::Down === $strokes[$index]->direction, $to > $from, "seed $seed");
                }
            }
        }
    }

    public function testLongAndShortAtOneSpeedUntilTheShortOneRecovers(): void
    {
        $strokes = self::bowed(implode('|', array_fill(0, 6, 'C2D')).'|', '3/4');
        $path = BowPath::of($strokes, AmountPolicy::Speed);
        [$marks] = BowUse::reckon($strokes, $path, Instrument::Violin, 0.8 / Ticks::PER_QUARTER);
        $recovering = array_keys(array_filter($marks, static fn (array $found): bool => \in_array(StrokeMark::Recover, $found, true)));
        foreach ($recovering as $index) {
            self::assertSame(1, $index % 2, 'Only a short stroke recovers.');
        }
        self::assertNotSame([], $recovering);
    }

    public function testASoftWholeNoteFitsOnTheBow(): void
    {
        $strokes = self::bowed('!p!C4|D4|', '4/4');
        [$marks, $notices] = BowUse::reckon(
            $strokes,
            BowPath::of($strokes, AmountPolicy::Whole),
            Instrument::Violin,
            1 / Ticks::PER_QUARTER,
        );
        self::assertSame([[[], []], []], [$marks, $notices]);
        self::assertEqualsWithDelta(61 / 4, 61 * BowUse::speed($strokes[0], 0, 1), 0.01, 'a quarter of a bow a beat: about 15 cm a second');
    }

    public function testAVeryLongTieRunsOut(): void
    {
        $strokes = self::bowed('!p!C4-|C4-|C4-|C4-|C4-|C4|', '4/4');
        [$marks, $notices] = BowUse::reckon($strokes, BowPath::of($strokes), Instrument::Violin, 60 / 72 / Ticks::PER_QUARTER);
        self::assertSame([[StrokeMark::RunsOut]], $marks);
        self::assertSame(['runs-out'], array_map(static fn (HandNotice $notice): string => $notice->kind, $notices));
        self::assertStringContainsString('after 15.3 of 20.0 seconds, at beat 19', $notices[0]->notice->text());
    }

    public function testARetakeNeedsItsTime(): void
    {
        foreach (['vC vD z2|' => ['retake-short'], 'vC z vD z|' => []] as $body => $kinds) {
            $strokes = self::bowed($body, '4/4');
            [, $notices] = BowUse::reckon($strokes, BowPath::of($strokes), Instrument::Violin, 60 / 72 / Ticks::PER_QUARTER);
            self::assertSame($kinds, array_map(static fn (HandNotice $notice): string => $notice->kind, $notices), $body);
        }
    }

    /** @param list<BowedStroke> $strokes */
    private static function least(array $strokes, AmountPolicy $policy): float
    {
        $wishes = BowPath::wishes($strokes, $policy);
        $paths = [[]];
        foreach ($strokes as $index => $stroke) {
            $next = [];
            foreach ($paths as $path) {
                $last = $path[$index - 1] ?? null;
                $end =
                    null === $last
                        ? null
                        : (Direction::Down === $strokes[$index - 1]->direction
                            ? $last[0] + $last[1]
                            : $last[0] - $last[1]);
                foreach (
                    null === $end || $stroke->isLifted() ? range(0, BowGrid::STEPS) : array_unique([$end, 0, BowGrid::STEPS]) as $start
                ) {
                    foreach (BowGrid::amounts($wishes[$index]) as $units) {
                        $to = Direction::Down === $stroke->direction ? $start + $units : $start - $units;
                        if ($to >= 0 && $to <= BowGrid::STEPS) {
                            $next[] = [...$path, [$start, $units]];
                        }
                    }
                }
            }
            $paths = $next;
        }
        $least = \INF;
        foreach ($paths as $path) {
            $least = min($least, BowPath::costOf($strokes, $path, $policy) ?? \INF);
        }

        return $least;
    }

    /** @return list<BowedStroke> */
    private static function randomStrokes(Randomizer $random, int $count): array
    {
        $strokes = [];
        $direction = 0 === $random->getInt(0, 2) ? Direction::Up : Direction::Down;
        for ($index = 0; $index < $count; ++$index) {
            $beats = [0.5, 1.0, 1.0, 2.0, 3.0, 4.0][$random->getInt(0, 5)];
            $hooked = $index > 0 && 0 === $random->getInt(0, 5);
            $lifted = $index > 0 && !$hooked && 0 === $random->getInt(0, 5);
            $direction = 0 === $index || $hooked || $lifted ? $direction : $direction->opposite();
            $stroke = new Stroke(
                ["n$index"],
                [0],
                0,
                $index,
                $index,
                (int) ($beats * Ticks::PER_QUARTER),
                $beats,
                0,
                $hooked,
                $lifted,
                null,
                0 === $index && 0 === $random->getInt(0, 3),
                false,
                0 === $random->getInt(0, 4),
                0 === $random->getInt(0, 4),
                0 === $random->getInt(0, 4),
                $random->getInt(-1, 1),
            );
            $strokes[] = new BowedStroke($stroke, $direction, new Notice(0, 0, 'made up'), []);
        }

        return $strokes;
    }

    /** @return list<BowedStroke> */
    private static function bowed(string $body, string $meter): array
    {
        $piece = Tunes::abc($body, $meter);

        return Bowing::of($piece, Strokes::read($piece, $piece->parts[0]))->strokes;
    }
}
