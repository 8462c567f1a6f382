<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Difficulty;

use CoinStair\Core\Difficulty\Unread;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5, the reading limit: new music is long music, and a seam is a place of its own. */
final class UnreadTest extends TestCase
{
    /** @return iterable<string, array{float, float, float}> what is new against a year's wish, coins, as how many they count */
    public static function coins(): iterable
    {
        yield 'no more than the year takes in' => [1.0, 4.0, 4.0];
        yield 'nothing new' => [0.0, 2.5, 2.5];
        yield 'none' => [3.0, 0.0, 0.0];
        yield 'twice as much: half of the first' => [2.0, 1.0, 0.5];
        yield 'then 2 ÷ √2 is left: 0.71 of the second' => [2.0, 2.0, 0.5 + 1 / 2 ** 0.5];
        yield 'a share of the second' => [2.0, 1.5, 0.5 + 0.5 / 2 ** 0.5];
        yield 'from where the rest is no more than the wish, each is one' => [2.0, 4.0, 0.5 + 1 / 2 ** 0.5 + 2.0];
    }

    #[DataProvider('coins')]
    public function testAsHowManyCoinsCount(float $new, float $coins, float $counting): void
    {
        self::assertEqualsWithDelta($counting, (new Unread(1.0, $new))->counting($coins), 1e-9);
    }

    /** What is worked on never makes a go less likely, and more coins never count as fewer. */
    public function testMoreCoinsCountAsMore(): void
    {
        foreach ([0.5, 1.0, 1.5, 3.0, 12.0] as $new) {
            $before = 0.0;
            for ($coins = 0.25; $coins < 20; $coins += 0.25) {
                $counting = (new Unread(1.0, $new))->counting($coins);
                self::assertGreaterThan($before, $counting, "$new");
                self::assertLessThanOrEqual($coins + 1e-9, $counting, "$new");
                $before = $counting;
            }
        }
    }

    /** A log of a thousand lessons is replayed in no time. */
    public function testALongLogTakesNoLonger(): void
    {
        self::assertGreaterThan(9e14, (new Unread(1.0, 4.0))->counting(1e15));
    }

    public function testSeamsAreFactorsAndFadeWithTheRest(): void
    {
        self::assertSame(1.0, Unread::nothing()->seams());
        $unread = new Unread(1.0, 1.0, [1.0, 0.5]);
        self::assertEqualsWithDelta(0.8 * 0.9, $unread->seams(), 1e-9);
        self::assertEqualsWithDelta(0.9 * 0.95, $unread->after(1.0)->seams(), 1e-9, 'a coin halves each');
        self::assertTrue(Unread::isWeak(0.31));
        self::assertFalse(Unread::isWeak(0.3));
    }
}
