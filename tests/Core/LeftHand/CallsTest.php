<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\LeftHand;

use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\OpenStringPolicy;
use CoinStair\Core\Score\Instrument;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The calls of the left hand that a string teacher would make, kind by kind (handbook 3). */
final class CallsTest extends TestCase
{
    #[DataProvider('fourthFingers')]
    #[DataProvider('stretches')]
    #[DataProvider('positions')]
    #[DataProvider('highFirstFingers')]
    public function testFingers(string $instrument, string $line, string $expected, string $policy = 'open', int $level = 1): void
    {
        $policy = FingeringPolicy::of(Instrument::from($instrument), $level, OpenStringPolicy::from($policy));
        self::assertSame($expected, Lines::tell(Fingering::of(Lines::read($line), $policy)));
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3?: string, 4?: int}> */
    public static function fourthFingers(): iterable
    {
        yield 'there and back between stopped notes' => ['violin', 'C5 E5 C5', 'A: l2 4 l2', 'crossing', 2];
        yield 'twice there and back' => ['violin', 'G4 A4 F#4 A4 G4', 'D: 3 4 2 4 3', 'crossing', 2];
        yield 'not where the next note lies on the string of the open one' => [
            'violin',
            'F#4 A4 B4 A4 F#4',
            'D: 2 A: 0 1 0 D: 2',
            'crossing',
            2,
        ];
        yield 'not beside an open string' => ['violin', 'D4 A4 D4', 'D: 0 A: 0 D: 0', 'crossing', 2];
        yield 'not for a long open tonic' => ['violin', 'G4 A4:2 G4', 'D: 3 A: 0 D: 3', 'crossing', 2];
        yield 'not for one that is repeated' => ['violin', 'E4 A4 A4 E4', 'D: 1 A: 0 0 D: 1', 'crossing', 2];
        yield 'not at the end of a line' => ['violin', 'F#4 G4 A4', 'D: 2 3 A: 0', 'crossing', 2];
        yield 'not at its start' => ['violin', 'E5 D5', 'E: 0 A: 3', 'crossing', 2];
        yield 'not as a far reach of the lowest string' => ['violin', 'A3 D4 F#4', 'G: 1 D: 0 2', 'crossing', 2];
        yield 'nor on the way down to it' => ['violin', 'E4 D4 B3', 'D: 1 0 G: 2', 'crossing', 2];
        yield 'on the low strings of the viola' => ['viola', 'E3 G3 E3', 'C: 2 4 2', 'crossing', 2];
        yield 'but not on the way up there' => ['viola', 'E3 G3 A3', 'C: 2 G: 0 1', 'crossing', 2];
        yield 'and not for long there' => ['viola', 'F3 G3:2 F3', 'C: 3 G: 0 C: 3', 'crossing', 2];
        yield 'an arpeggio rests on its open strings' => ['viola', 'C3 E3 G3 C4 G3', 'C: 0 2 G: 0 3 0', 'crossing', 2];
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3?: string, 4?: int}> */
    public static function stretches(): iterable
    {
        yield 'due in the next run, not in the first' => ['cello', 'G2 A2 B2 A2 G2 A2 B2 C#3', 'G: 0 1 3 1 0 1 x2 x4'];
        yield 'one sharp after a scale' => [
            'cello',
            'D3 E3 F#3 G3 A3 G3 F#3 E3 D3 G#3 A3',
            'D: 0 1 3 4 A: 0 D: 4 3 1 0 x4 A: 0',
        ];
        yield 'the second time with a sharp' => [
            'cello',
            'E3 F#3 G3 F#3 E3 D3 E3 F#3 G#3 A3',
            'D: 1 3 4 3 1 0 1 x2 x4 A: 0',
        ];
        yield 'opened from the start where it is due at once' => ['cello', 'C2 D2 E2 F#2 G2', 'C: 0 1 x2 x4 G: 0'];
        yield 'and for the last note only' => ['cello', 'C2 D2 E2 F2 G2 F#2 G2', 'C: 0 1 3 4 G: 0 C: x4 G: 0'];
        yield 'back for a flat' => ['cello', 'D3 Eb3 F3 G3', 'D: 0 l1 2 4'];
        yield 'kept open on the way down' => [
            'cello',
            'E3 D3 C#3 B2 A2 D3 E3 F#3 G3',
            'D: 1 0 G: x4 x2 1 D: 0 1 3 4',
        ];
        yield 'one figure in one open hand' => ['cello', 'A2 B2 A2 B2 C#3 B2 A2', 'G: 1 x2 1 x2 x4 x2 1'];
        yield 'closed again for the natural' => ['cello', 'D3 G#3 A3 D3 G3 F#3 E3 D3', 'D: 0 x4 A: 0 D: 0 4 3 1 0'];
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3?: string, 4?: int}> */
    public static function positions(): iterable
    {
        yield 'A major shifts on the first finger' => [
            'violin',
            'A4 B4 C#5 D5 E5 F#5 G#5 A5 B5 C#6 D6',
            'A: 0 1 2 3 E: 0 1 2 III 1 2 h3 4',
            'crossing',
            3,
        ];
        yield 'it stays through the turn' => ['violin', 'G5 A5 B5 C6 B5 A5 G5', 'A: III 4 E: 1 2 3 2 1 A: 4', 'crossing', 3];
        yield 'up and down again' => [
            'violin',
            'A4 B4 C#5 D5 E5 F#5 G5 A5 B5 C6 D6 C6 B5 A5',
            'A: 0 1 2 3 E: 0 1 l2 III 1 2 3 4 3 2 1',
            'crossing',
            3,
        ];
        yield 'no change of finger on a repeated note' => [
            'violin',
            'A4 B4 C#5 B4 A4 C#5 A5 B5 A5 A5 B5 C#6',
            'A: 0 1 2 1 0 2 E: III 1 2 1 1 2 h3',
            'crossing',
            3,
        ];
        yield 'no visit for one note' => ['violin', 'E5 G5 A5 B5 A5 G5 E5', 'E: 0 l2 3 4 3 l2 0', 'crossing', 3];
        yield 'no position but the first in year two' => ['violin', 'E5 F#5 G5 A5 B5 A5 G5', 'E: 0 1 l2 3 4 3 l2', 'crossing', 2];
        yield 'the first position where it has all' => [
            'violin',
            'D4 E4 F#4 G4 A4 B4 C#5 D5',
            'D: 0 1 2 3 A: 0 1 2 3',
            'crossing',
            3,
        ];
        yield 'the viola goes up on the first finger' => [
            'viola',
            'D4 E4 F4 G4 A4 B4 C5 D5 E5 F5 G5 F5 E5 D5',
            'D: 0 1 l2 3 A: 0 1 l2 III 1 2 3 4 3 2 1',
            'crossing',
            3,
        ];
        yield 'from an open string' => ['cello', 'A3 D4 E4 F4 E4 D4 A3', 'A: 0 III 1 3 4 3 1 0', 'crossing', 3];
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3?: string, 4?: int}> */
    public static function highFirstFingers(): iterable
    {
        yield 'E sharp is a high first finger' => ['violin', 'D4 E#4 F#4', 'D: 0 h1 2'];
        yield 'in a scale' => ['violin', 'F#4 E#4 F#4 G#4 A4', 'D: 2 h1 2 h3 A: 0'];
        yield 'on A' => ['violin', 'C#5 B#4 C#5', 'A: 2 h1 2'];
        yield 'on the top string' => ['violin', 'G#5 F##5 G#5', 'E: 2 h1 2'];
        yield 'on the viola' => ['viola', 'B3 A#3 B3', 'G: 2 h1 2'];
        yield 'F stays a low second' => ['violin', 'E4 F4 E4', 'D: 1 l2 1'];
    }
}
