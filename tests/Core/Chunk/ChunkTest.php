<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Chunk;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Form\CountIn;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sound\Click;
use CoinStair\Core\Sound\Repetition;
use CoinStair\Core\Sound\Tone;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5 and 6. */
final class ChunkTest extends TestCase
{
    public function testAChunkLandsOnTheNextNote(): void
    {
        $piece = Tunes::abc('CDEF|G4|z2 A2|B4|]');
        $landing = Chunk::of($piece, ChunkKind::Pair, Place::of(0), Place::of(2))->landing($piece);
        self::assertTrue($landing?->equals(Place::of(2, 20160)));
        self::assertNull(Chunk::whole($piece)->landing($piece));
        self::assertNull(Chunk::of($piece, ChunkKind::Pair, Place::of(0), Place::of(2), false)->landing($piece));
    }

    public function testTheLandingOfMeasures11To12IsTheFirstNoteOf13(): void
    {
        $piece = Tunes::measures(14);
        $landing = Chunk::of($piece, ChunkKind::Pair, Place::of(10), Place::of(12))->landing($piece);
        self::assertTrue($landing?->equals(Place::of(12)));
    }

    public function testLengthCountsTheWayToTheLandingAndTheLandingItself(): void
    {
        $piece = Tunes::abc('CDEF|G4|z2 A2|B4|]');
        self::assertEqualsWithDelta(8 + 2 + 2, Chunk::of($piece, ChunkKind::Pair, Place::of(0), Place::of(2))->beats($piece), 1e-9);
        self::assertEqualsWithDelta(16.0, Chunk::whole($piece)->beats($piece), 1e-9);
    }

    public function testAChunkOutsideThePieceIsRefused(): void
    {
        $piece = Tunes::measures(2);
        foreach ([[Place::of(0), Place::of(0)], [Place::of(1), Place::of(3)], [Place::of(0, 40320), Place::of(1)]] as [$from, $to]) {
            try {
                Chunk::of($piece, ChunkKind::Measure, $from, $to);
                self::fail('A chunk outside the piece was made.');
            } catch (\InvalidArgumentException $refusal) {
                self::assertStringContainsString('inside the piece', $refusal->getMessage());
            }
        }
    }

    #[DataProvider('countIns')]
    public function testCountIn(string $body, string $meter, Place $from, int $tempo, float $beats): void
    {
        $piece = Tunes::abc($body, $meter);
        self::assertEqualsWithDelta($beats, CountIn::ticks($piece, $from, $tempo) / $piece->beatTicks, 1e-9);
    }

    /** @return iterable<string, array{string, string, Place, int, float}> */
    public static function countIns(): iterable
    {
        yield 'a measure' => ['C4|D4|]', '4/4', Place::of(0), 80, 4];
        yield 'less the upbeat' => ['C|D4|E3|]', '4/4', Place::of(0), 80, 3];
        yield 'a long upbeat: up to it and a measure more' => ['CDE|D4|E|]', '4/4', Place::of(0), 80, 5];
        yield 'inside a measure, the second half' => ['C4|D4|]', '4/4', Place::of(1, 20160), 80, 2];
        yield 'inside a measure, early' => ['C4|D4|]', '4/4', Place::of(1, 10080), 80, 5];
        yield 'two measures above 120' => ['C4|D4|]', '4/4', Place::of(0), 126, 8];
        yield 'six eighths' => ['C3/2D3/2|E3|]', '6/8', Place::of(0), 60, 2];
        yield 'fast in six eighths is above 120 quarters at 84' => ['C3/2D3/2|E3|]', '6/8', Place::of(0), 84, 4];
        yield 'an upbeat after a repeat sign' => ['C|:D4|E3:|:F|G4|A3:|', '4/4', Place::of(3), 80, 3];
    }

    /** @param list<array{float, int}> $expected */
    #[DataProvider('clickTracks')]
    public function testClicks(string $body, Place $from, Place $to, array $expected): void
    {
        $piece = Tunes::abc($body);
        $clicks = Repetition::clicks($piece, Chunk::of($piece, ChunkKind::Phrase, $from, $to), 80);
        self::assertSame($expected, array_map(static fn (Click $click): array => [$click->at, $click->count], $clicks));
    }

    /** @return iterable<string, array{string, Place, Place, list<array{float, int}>}> */
    public static function clickTracks(): iterable
    {
        yield 'one measure and its landing' => [
            'CDEF|G4|]',
            Place::of(0),
            Place::of(1),
            [[-4.0, 1], [-3.0, 2], [-2.0, 3], [-1.0, 4], [0.0, 1], [1.0, 2], [2.0, 3], [3.0, 4], [4.0, 1], [5.0, 2]],
        ];
        yield 'an upbeat counts from the back' => [
            'C|DEFG|A3|]',
            Place::of(0),
            Place::of(1),
            [[-3.0, 1], [-2.0, 2], [-1.0, 3], [0.0, 4], [1.0, 1], [2.0, 2]],
        ];
        yield 'half a beat of upbeat' => [
            'C/|DEFG|A7/2|]',
            Place::of(0),
            Place::of(1),
            [[-3.5, 1], [-2.5, 2], [-1.5, 3], [-0.5, 4], [0.5, 1], [1.5, 2]],
        ];
        yield 'from the third beat' => [
            'CDEF|G4|]',
            Place::of(0, 20160),
            Place::of(1),
            [[-2.0, 1], [-1.0, 2], [0.0, 3], [1.0, 4], [2.0, 1], [3.0, 2]],
        ];
    }

    public function testTonesJoinTiesAndPlayTheLandingLong(): void
    {
        $piece = Tunes::abc('C2 D2-|D2 z [EG]|c/d/e2f|]');
        $tones = Repetition::tones($piece, $piece->parts[0], Chunk::of($piece, ChunkKind::Pair, Place::of(0), Place::of(2)));
        self::assertSame(
            [[0.0, 2.0, 60, false], [2.0, 4.0, 62, false], [7.0, 1.0, 64, false], [7.0, 1.0, 67, false], [8.0, 2.0, 72, true]],
            array_map(static fn (Tone $tone): array => [(float) $tone->at, (float) $tone->beats, $tone->midi, $tone->landing], $tones),
        );
    }
}
