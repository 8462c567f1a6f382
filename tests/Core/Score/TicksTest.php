<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Score;

use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\NoteValue;
use CoinStair\Core\Score\OffTheGrid;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Score\Tuplet;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class TicksTest extends TestCase
{
    public function testTheGridHolds128thsTripletsQuintupletsAndSeptuplets(): void
    {
        self::assertSame(315, Ticks::ofWhole(1, 128));
        self::assertSame(10080, 3 * Ticks::ofWhole(1, 12));
        self::assertSame(10080, 5 * Ticks::ofWhole(1, 20));
        self::assertSame(10080, 7 * Ticks::ofWhole(1, 28));
        self::assertSame(10080, 9 * Ticks::ofWhole(1, 36));
    }

    public function testALengthOffTheGridIsAnError(): void
    {
        $this->expectException(OffTheGrid::class);
        Ticks::ofWhole(1, 11);
    }

    #[DataProvider('lengths')]
    public function testLengthsAsText(int $ticks, string $quarters, string $beats): void
    {
        self::assertSame($quarters, Ticks::quarters($ticks));
        self::assertSame($beats, Ticks::beats($ticks, Ticks::PER_QUARTER));
    }

    /** @return iterable<array{int, string, string}> */
    public static function lengths(): iterable
    {
        yield [0, '0', '0'];
        yield [10080, '1', '1'];
        yield [15120, '3/2', '1½'];
        yield [3360, '1/3', '⅓'];
        yield [30240, '3', '3'];
        yield [1440, '1/7', '1/7'];
        yield [11520, '8/7', '1 1/7'];
    }

    #[DataProvider('values')]
    public function testWrittenValues(int $ticks, ?string $expected): void
    {
        $value = NoteValue::ofTicks($ticks);
        self::assertSame($expected, null === $value ? null : $value->name().str_repeat('.', $value->dots));
    }

    /** @return iterable<array{int, string|null}> */
    public static function values(): iterable
    {
        yield [40320, 'whole'];
        yield [20160, 'half'];
        yield [30240, 'half.'];
        yield [10080, 'quarter'];
        yield [17640, 'quarter..'];
        yield [315, '128th'];
        yield [1260, '32nd'];
        yield [50400, null];
        yield [25200, null];
        yield [3360, null];
    }

    #[DataProvider('splits')]
    public function testALengthThatNeedsTwoNotesIsSplit(int $ticks): void
    {
        $pieces = NoteValue::split($ticks);
        self::assertSame($ticks, array_sum($pieces));
        foreach ($pieces as $piece) {
            self::assertNotNull(NoteValue::ofTicks($piece));
        }
    }

    /** @return iterable<array{int}> */
    public static function splits(): iterable
    {
        foreach ([5, 7, 9, 10, 11, 13, 15, 19, 21, 25] as $eighths) {
            yield [$eighths * 5040];
        }
    }

    public function testMetersAndTheirBeats(): void
    {
        self::assertSame(40320, Meter::of(4, 4)->ticks());
        self::assertSame(10080, Meter::of(3, 4)->beatTicks());
        self::assertSame(15120, Meter::of(6, 8)->beatTicks());
        self::assertSame(5040, Meter::of(3, 8)->beatTicks());
        self::assertSame(20160, Meter::of(2, 2)->beatTicks());
        $this->expectException(\InvalidArgumentException::class);
        Meter::of(3, 5);
    }

    public function testATupletIsWrittenLonger(): void
    {
        self::assertSame(5040, Tuplet::of(3, 2)->written(3360));
        self::assertTrue(Tuplet::none()->isNone());
    }

    public function testMovingAPlaceByBeatsCrossesMeasuresAndStaysInside(): void
    {
        $piece = Tunes::abc('C|CDEF|GABc|');
        self::assertTrue($piece->move(Place::of(0), Ticks::PER_QUARTER)->equals(Place::of(1)));
        self::assertTrue($piece->move(Place::of(1, 30240), 20160)->equals(Place::of(2, 10080)));
        self::assertTrue($piece->move(Place::of(1), -10080)->equals(Place::of(0)));
        self::assertTrue($piece->move(Place::of(1), -90000)->equals(Place::of(0)));
        self::assertTrue($piece->move(Place::of(2), 900000)->equals($piece->end()));
        self::assertSame(9 * 10080, $piece->ticksBetween($piece->start(), $piece->end()));
    }
}
