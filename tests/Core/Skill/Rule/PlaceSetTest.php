<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Skill\Rule;

use CoinStair\Core\Skill\Rule\PlaceSet;
use CoinStair\Core\Skill\Rule\Ranks;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Sets of places as bytes, and ranks in order. */
final class PlaceSetTest extends TestCase
{
    public function testASetKnowsWhatIsInIt(): void
    {
        self::assertTrue(PlaceSet::isEmpty(PlaceSet::none(4)));
        self::assertSame(5, \strlen(PlaceSet::none(4)), 'a byte for each place, and one for the beginning');
        self::assertSame([], PlaceSet::numbers(PlaceSet::none(4)));
        self::assertSame([0], PlaceSet::numbers(PlaceSet::beginning(4)));
        self::assertFalse(PlaceSet::isEmpty(PlaceSet::beginning(0)), 'also where nothing is played');
        $set = PlaceSet::none(4);
        $set[2] = $set[4] = PlaceSet::IN;
        self::assertSame([[2, 4], 2], [PlaceSet::numbers($set), PlaceSet::count($set)]);
        self::assertSame([0, 2, 4], PlaceSet::numbers($set | PlaceSet::beginning(4)));
    }

    /**
     * @param list<int> $ranks
     * @param list<int> $rising
     */
    #[TestWith([[], []])]
    #[TestWith([[3], [3]])]
    #[TestWith([[1, 2, 2, 3], [1, 2, 3]])]
    #[TestWith([[3, 1, 2, 1], [1, 2, 3]])]
    #[TestWith([[5, 5, 5], [5]])]
    public function testRanksRise(array $ranks, array $rising): void
    {
        self::assertSame($rising, Ranks::rising($ranks));
    }

    public function testWhereARankStands(): void
    {
        $ranks = [2, 4, 4 << 32, (4 << 32) + 1];
        self::assertSame([0, 0, 1, 1, 2, 2, 3, 4], array_map(static fn (int $rank): int => Ranks::before($ranks, $rank), [
            0,
            2,
            3,
            4,
            5,
            4 << 32,
            (4 << 32) + 1,
            5 << 32,
        ]));
        $numbered = Ranks::numbered($ranks);
        foreach ($ranks as $number => $rank) {
            self::assertSame($number, Ranks::numberOf($rank, $numbered));
        }
    }

    public function testAllListsTogetherRise(): void
    {
        $random = new Randomizer(new Mt19937(3));
        for ($try = 0; $try < 50; ++$try) {
            $lists = [];
            for ($list = 0; $list < 4; ++$list) {
                $of = [];
                for ($count = $random->getInt(0, 20); $count > 0; --$count) {
                    $of[] = ($random->getInt(0, 6) << 32) + $random->getInt(0, 9);
                }
                $lists[] = Ranks::rising($of);
            }
            $expected = array_values(array_unique(array_merge(...$lists)));
            sort($expected);
            self::assertSame($expected, Ranks::together($lists));
        }
    }
}
