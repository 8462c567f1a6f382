<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Score;

use CoinStair\Core\Score\Numbers;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class NumbersTest extends TestCase
{
    /** @return iterable<string, array{float, float, bool, bool}> one, other, less, equal */
    public static function pairs(): iterable
    {
        yield 'a sum that comes out otherwise' => [0.1 + 0.2, 0.3, false, true];
        yield 'the same from the other side' => [0.3, 0.1 + 0.2, false, true];
        yield 'less' => [0.3, 0.300001, true, false];
        yield 'more' => [0.300001, 0.3, false, false];
        yield 'nothing is more than all' => [1e9, \INF, true, false];
    }

    #[DataProvider('pairs')]
    public function testComparisons(float $one, float $other, bool $isLess, bool $isEqual): void
    {
        self::assertSame($isLess, Numbers::isLess($one, $other));
        self::assertSame($isEqual, Numbers::isEqual($one, $other));
    }

    public function testWholeNumbers(): void
    {
        self::assertTrue(Numbers::isWhole(3 * (1 / 3)));
        self::assertTrue(Numbers::isWhole(10 * 0.1 + 1e-12));
        self::assertFalse(Numbers::isWhole(2.5));
        self::assertSame(3, Numbers::ceil(0.1 * 3 * 10));
        self::assertSame(4, Numbers::ceil(3.01));
    }
}
