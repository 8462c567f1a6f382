<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Chunk;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\PlaceNames;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 2 and 5. */
final class PlaceNamesTest extends TestCase
{
    private const QUARTER = 10080;

    #[DataProvider('chunks')]
    public function testAChunkIsNamedByItsMeasures(Place $from, Place $to, string $name): void
    {
        $piece = Tunes::abc('G|CDEF|G4|A4|B3|]');
        self::assertSame($name, PlaceNames::of($piece)->chunk(Chunk::of($piece, ChunkKind::Phrase, $from, $to)));
    }

    /** @return iterable<string, array{Place, Place, string}> */
    public static function chunks(): iterable
    {
        yield 'whole measures' => [Place::of(1), Place::of(3), '1–2'];
        yield 'one measure' => [Place::of(2), Place::of(3), '2'];
        yield 'with the pickup' => [Place::of(0), Place::of(3), '0–2'];
        yield 'from a beat' => [Place::of(1, 2 * self::QUARTER), Place::of(3), '1.3–2'];
        yield 'up to a beat' => [Place::of(1), Place::of(2, 2 * self::QUARTER), '1–2.2'];
        yield 'inside one measure' => [Place::of(1, self::QUARTER), Place::of(1, 3 * self::QUARTER), '1.2–1.3'];
        yield 'one beat' => [Place::of(1, self::QUARTER), Place::of(1, 2 * self::QUARTER), '1.2'];
        yield 'the end of a measure' => [Place::of(1, 2 * self::QUARTER), Place::of(2), '1.3'];
    }

    public function testABeatOfAPickupIsCountedFromTheFullMeasure(): void
    {
        $piece = Tunes::abc('GA|CDEF|G4|A2|]');
        self::assertSame('0', PlaceNames::of($piece)->place(Place::of(0)));
        self::assertSame('0.4', PlaceNames::of($piece)->place(Place::of(0, self::QUARTER)));
    }
}
