<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Difficulty\ReadingLimit;
use CoinStair\Core\Difficulty\Unread;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Practice\FirstReading;
use CoinStair\Core\Practice\NewMusic;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5, the reading limit. */
final class FirstReadingTest extends TestCase
{
    #[DataProvider('limits')]
    public function testTheLimit(int $year, int $goal, float $lack, float $tempo): void
    {
        self::assertEqualsWithDelta($tempo, ReadingLimit::of($year, $goal)->tempo($lack), 0.05);
    }

    /** @return iterable<string, array{int, int, float, float}> */
    public static function limits(): iterable
    {
        yield 'a new line in year one starts at six tenths' => [1, 100, 1.0, 60.0];
        yield 'in year two at seven' => [2, 96, 1.0, 67.2];
        yield 'after one clean go' => [2, 96, 0.5, 96.0];
        yield 'after two' => [2, 96, 0.25, 110.4];
        yield 'in year three' => [3, 100, 1.0, 80.0];
        yield 'in year four' => [4, 100, 1.0, 85.0];
        yield 'nothing new' => [1, 100, 0.0, 130.0];
    }

    public function testACoinHalvesWhatIsLackingInAllMeasuresThatAreTheSame(): void
    {
        $piece = Tunes::abc('DEFG|A2F2|DEFG|z4|');
        $reading = new FirstReading(new NewMusic($piece, Likeness::of($piece), 2), ReadingLimit::of(2, 96));
        self::assertSame(1.0, $reading->lack($this->chunk($piece, 0, 4)));
        $reading->clean($this->chunk($piece, 0, 1), 1);
        self::assertSame(0.5, $reading->lack($this->chunk($piece, 2, 3)));
        self::assertEqualsWithDelta((0.5 + 1.0 + 0.5) / 3, $reading->lack($this->chunk($piece, 0, 4)), 1e-9, 'silence lacks nothing');
        $reading->found($this->chunk($piece, 1, 2));
        self::assertSame(0.25, $reading->lack($this->chunk($piece, 1, 2)));
        $reading->found($this->chunk($piece, 1, 2));
        self::assertSame(0.25, $reading->lack($this->chunk($piece, 1, 2)));
        $reading->clean($this->chunk($piece, 0, 2), 3);
        self::assertEqualsWithDelta(0.0625, $reading->lack($this->chunk($piece, 0, 1)), 1e-9, 'each coin counts once');
    }

    public function testTheLesserOfHandsAndReadingDecides(): void
    {
        $comfort = Comfort::of(120, 96)->limited(ReadingLimit::of(2, 96), new Unread(1.0));
        self::assertSame(120.0, $comfort->tempo);
        self::assertEqualsWithDelta(67.2, $comfort->lesser(), 1e-6);
        self::assertEqualsWithDelta(96.0, $comfort->afterCoins(1)->lesser(), 1e-6);
        self::assertEqualsWithDelta(110.4, $comfort->afterCoins(2)->lesser(), 1e-6);
        self::assertLessThan(Comfort::of(120, 96)->chance(96, 8), $comfort->chance(96, 8));
        self::assertTrue($comfort->isHeldByReading());
        $slow = Comfort::of(50, 96)->limited(ReadingLimit::of(2, 96), new Unread(1.0));
        self::assertSame(50.0, $slow->lesser());
    }

    public function testTheTwoNotesOfASpotAreNotAllOfTheirMeasure(): void
    {
        $piece = Tunes::abc('DEFG|A2F2|DEFG|z4|');
        $reading = new FirstReading(new NewMusic($piece, Likeness::of($piece), 2), ReadingLimit::of(2, 96));
        $spot = Chunk::of($piece, ChunkKind::Spot, Place::of(0, Ticks::PER_QUARTER), Place::of(0, 2 * Ticks::PER_QUARTER));
        $reading->clean($spot, 4);
        self::assertEqualsWithDelta(0.5, $reading->lack($this->chunk($piece, 0, 1)), 1e-9, 'four coins on a quarter of it');
        $most = Chunk::of($piece, ChunkKind::Measure, Place::of(1), Place::of(1, 3 * Ticks::PER_QUARTER));
        $reading->clean($most, 1);
        self::assertSame(0.5, $reading->lack($this->chunk($piece, 1, 2)), 'what leads into the next measure is not missed');
    }

    private function chunk(Piece $piece, int $from, int $to): Chunk
    {
        return Chunk::of($piece, ChunkKind::Pair, Place::of($from), Place::of($to));
    }
}
