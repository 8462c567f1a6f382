<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Practice\Gain;
use CoinStair\Core\Practice\Stretch;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** What practice adds, and what of it stays (handbook 5). */
final class GainTest extends TestCase
{
    public function testItGrowsToTheMostAndNeverShrinks(): void
    {
        $gain = Gain::none()->grownBy(0.2, 1.0);
        self::assertEqualsWithDelta(0.2, $gain->all(), 1e-9);
        self::assertEqualsWithDelta(1.0, $gain->grownBy(5.0, 1.0)->all(), 1e-9);
        self::assertEqualsWithDelta(0.2, $gain->grownBy(5.0, 0.1)->all(), 1e-9, 'a lower most takes nothing away');
    }

    public function testHalfOfWhatIsFreshIsLostOnce(): void
    {
        $gain = Gain::none()->grownBy(0.4, 1.0)->atNextMeeting();
        self::assertEqualsWithDelta(0.2, $gain->all(), 1e-9);
        self::assertSame(0.0, $gain->fresh);
        self::assertEqualsWithDelta(0.2, $gain->atNextMeeting()->all(), 1e-9, 'what is left stays for good');
        self::assertEqualsWithDelta(0.3, $gain->grownBy(0.2, 1.0)->atNextMeeting()->all(), 1e-9, 'only the new half goes');
    }

    public function testABorderChangesNothingOfWhatWasGained(): void
    {
        $gains = [Gain::none()->grownBy(0.4, 1.0)];
        $cut = Gain::cutAt($gains, 240);
        self::assertSame([[0, 240], [240, \PHP_INT_MAX]], self::borders($cut));
        self::assertSame([0.4, 0.4], array_map(static fn (Gain $gain): float => $gain->all(), $cut));
        self::assertSame($cut, Gain::cutAt($cut, 240), 'a border that is there');
        self::assertSame($cut, Gain::cutAt($cut, 0));
        self::assertSame($cut, Gain::cutAt($cut, \PHP_INT_MAX));
        self::assertSame([[0, 100], [100, 240], [240, \PHP_INT_MAX]], self::borders(Gain::cutAt($cut, 100)));
    }

    public function testAStretchHoldsWhatLiesInItAndMeetsWhatTouchesIt(): void
    {
        $piece = Tunes::abc('DEFG|A2F2|G4|', '4/4', 'D');
        $half = intdiv($piece->measures[0]->length, 2);
        [$first, $middle, $last] = Stretch::of(Chunk::of($piece, ChunkKind::Spot, Place::of(0, $half), Place::of(2, $half)));
        self::assertSame([0, $half, \PHP_INT_MAX], [$first->position, $first->from, $first->to]);
        self::assertSame([1, 0, \PHP_INT_MAX], [$middle->position, $middle->from, $middle->to]);
        self::assertSame([2, 0, $half], [$last->position, $last->from, $last->to]);
        [$early, $late] = Gain::cutAt([Gain::none()], $half);
        foreach ([[$first, $late, $early], [$last, $early, $late]] as [$stretch, $in, $out]) {
            self::assertTrue($stretch->holds($in) && $stretch->meets($in));
            self::assertFalse($stretch->holds($out) || $stretch->meets($out));
        }
        self::assertTrue($middle->holds(Gain::none()));
        self::assertTrue($first->meets(Gain::none()));
        self::assertFalse($first->holds(Gain::none()));
    }

    /**
     * @param list<Gain> $gains
     *
     * @return list<array{int, int}>
     */
    private static function borders(array $gains): array
    {
        return array_map(static fn (Gain $gain): array => [$gain->from, $gain->to], $gains);
    }
}
