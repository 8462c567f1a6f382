<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\LeftHand;

use CoinStair\Core\LeftHand\Candidate;
use CoinStair\Core\LeftHand\Fingerboard;
use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\FingerTrouble;
use CoinStair\Core\LeftHand\LineNote;
use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\LeftHand\OpenStringPolicy;
use CoinStair\Core\LeftHand\PrintedFingers;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Tests\Effort;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Handbook 3. How the expected runs are written is told by Lines. */
final class FingeringTest extends TestCase
{
    #[DataProvider('referenceCases')]
    #[DataProvider('scales')]
    #[DataProvider('brokenChords')]
    public function testFingers(string $instrument, string $line, string $expected, string $policy = 'open', int $level = 1): void
    {
        $policy = FingeringPolicy::of(Instrument::from($instrument), $level, OpenStringPolicy::from($policy));
        self::assertSame($expected, Lines::tell(Fingering::of(Lines::read($line), $policy)));
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3?: string, 4?: int}> */
    public static function referenceCases(): iterable
    {
        yield 'D major' => ['violin', 'D4 E4 F#4 G4 A4 B4 C#5 D5', 'D: 0 1 2 3 A: 0 1 2 3'];
        yield 'G major from the third finger' => ['violin', 'G4 A4 B4 C5 D5 E5 F#5 G5', 'D: 3 A: 0 1 l2 3 E: 0 1 l2'];
        yield 'G major on the viola' => ['viola', 'G3 A3 B3 C4 D4 E4 F#4 G4', 'G: 0 1 2 3 D: 0 1 2 3'];
        yield 'a crossing saved' => ['violin', 'E4 A4 E4', 'D: 1 4 1', 'crossing'];
        yield 'no crossing to save' => ['violin', 'E4 A4 B4', 'D: 1 A: 0 1', 'crossing'];
        yield 'a long note between' => ['violin', 'C5 E5:2 D5', 'A: l2 4 3', 'long'];
        yield 'the letter decides' => ['violin', 'D#5 Eb5', 'A: h3 l4'];
        yield 'the raised letter of an open string' => ['violin', 'D4 D#4 E4', 'D: 0 l1 1'];
        yield 'A sharp between A and B' => ['violin', 'A4 A#4 B4', 'A: 0 l1 1'];
        yield 'D sharp on the viola' => ['viola', 'E4 D#4 E4', 'D: 1 l1 1'];
        yield 'low one' => ['violin', 'E5 F5 E5', 'E: 0 l1 0'];
        yield 'one finger across' => ['violin', 'B4 F#5', 'A: 1 E: 1'];
        yield 'a hop' => ['violin', 'F4 C#5', 'D: l2 A: 2'];
        yield 'kept down' => ['violin', 'C5 E4 C5', 'A: l2 D: 1 A: l2'];
        yield 'D major on the cello' => ['cello', 'D3 E3 F#3 G3 A3 B3 C#4 D4', 'D: 0 1 3 4 A: 0 1 3 4'];
        yield 'A major stretches the hand' => ['cello', 'A2 B2 C#3 D3 E3 F#3 G#3 A3', 'G: 1 x2 x4 D: 0 1 x2 x4 A: 0'];
        yield 'stretched back' => ['cello', 'A3 Bb3 A3', 'A: 0 l1 0'];
        yield 'D major on the bass' => ['bass', 'D2 E2 F#2 G2 A2 B2 C#3 D3', 'D: 0 1 4 G: 0 1 4 III 2 4'];
        yield 'below the open string' => ['viola', 'F3', 'C: 3'];
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3?: string, 4?: int}> */
    public static function scales(): iterable
    {
        yield 'violin, G from the open string' => ['violin', 'G3 A3 B3 C4 D4 E4 F#4 G4', 'G: 0 1 2 3 D: 0 1 2 3'];
        yield 'violin, A' => ['violin', 'A4 B4 C#5 D5 E5 F#5 G#5 A5', 'A: 0 1 2 3 E: 0 1 2 3'];
        yield 'violin, A minor' => ['violin', 'A4 B4 C5 D5 E5 F5 G5 A5', 'A: 0 1 l2 3 E: 0 l1 l2 3'];
        yield 'violin, C' => ['violin', 'C4 D4 E4 F4 G4 A4 B4 C5', 'G: 3 D: 0 1 l2 3 A: 0 1 l2'];
        yield 'violin, F' => ['violin', 'F4 G4 A4 Bb4 C5 D5 E5 F5', 'D: l2 3 A: 0 l1 l2 3 E: 0 l1'];
        yield 'violin, B flat' => ['violin', 'Bb3 C4 D4 Eb4 F4 G4 A4 Bb4', 'G: l2 3 D: 0 l1 l2 3 A: 0 l1'];
        yield 'violin, D minor' => ['violin', 'D4 E4 F4 G4 A4 Bb4 C5 D5', 'D: 0 1 l2 3 A: 0 l1 l2 3'];
        yield 'violin, G minor' => ['violin', 'G3 A3 Bb3 C4 D4 Eb4 F4 G4', 'G: 0 1 l2 3 D: 0 l1 l2 3'];
        yield 'violin, E minor' => ['violin', 'E4 F#4 G4 A4 B4 C5 D5 E5', 'D: 1 2 3 A: 0 1 l2 3 E: 0'];
        yield 'violin, B minor' => ['violin', 'B4 C#5 D5 E5 F#5 G5 A5 B5', 'A: 1 2 3 E: 0 1 l2 3 4'];
        yield 'violin, D downward' => ['violin', 'D5 C#5 B4 A4 G4 F#4 E4 D4', 'A: 3 2 1 0 D: 3 2 1 0'];
        yield 'viola, C' => ['viola', 'C3 D3 E3 F3 G3 A3 B3 C4', 'C: 0 1 2 3 G: 0 1 2 3'];
        yield 'viola, D' => ['viola', 'D4 E4 F#4 G4 A4 B4 C#5 D5', 'D: 0 1 2 3 A: 0 1 2 3'];
        yield 'viola, F' => ['viola', 'F3 G3 A3 Bb3 C4 D4 E4 F4', 'C: 3 G: 0 1 l2 3 D: 0 1 l2'];
        yield 'viola, A' => ['viola', 'A3 B3 C#4 D4 E4 F#4 G#4 A4', 'G: 1 2 h3 D: 0 1 2 h3 A: 0'];
        yield 'viola, B flat' => ['viola', 'Bb3 C4 D4 Eb4 F4 G4 A4 Bb4', 'G: l2 3 D: 0 l1 l2 3 A: 0 l1'];
        yield 'viola, C minor' => ['viola', 'C3 D3 Eb3 F3 G3 Ab3 Bb3 C4', 'C: 0 1 l2 3 G: 0 l1 l2 3'];
        yield 'cello, G' => ['cello', 'G2 A2 B2 C3 D3 E3 F#3 G3', 'G: 0 1 3 4 D: 0 1 3 4'];
        yield 'cello, C' => ['cello', 'C2 D2 E2 F2 G2 A2 B2 C3', 'C: 0 1 3 4 G: 0 1 3 4'];
        yield 'cello, F' => ['cello', 'F2 G2 A2 Bb2 C3 D3 E3 F3', 'C: 4 G: 0 1 2 4 D: 0 1 2'];
        yield 'cello, D minor' => ['cello', 'D3 E3 F3 G3 A3 Bb3 C4 D4', 'D: 0 1 2 4 A: 0 l1 2 4'];
        yield 'cello, G minor' => ['cello', 'G2 A2 Bb2 C3 D3 Eb3 F3 G3', 'G: 0 1 2 4 D: 0 l1 2 4'];
        yield 'bass, G' => ['bass', 'G1 A1 B1 C2 D2 E2 F#2 G2', 'E: 2 A: 0 1 2 D: 0 1 4 G: 0'];
        yield 'bass, A minor' => ['bass', 'A1 B1 C2 D2 E2 F2 G2 A2', 'A: 0 1 2 D: 0 1 2 G: 0 1'];
        yield 'bass, E from the open string' => ['bass', 'E1 F#1 G1 A1 B1 C2 D2 E2', 'E: 0 1 2 A: 0 1 2 D: 0 1'];
        yield 'violin, G up two octaves' => [
            'violin',
            'G3 A3 B3 C4 D4 E4 F#4 G4 A4 B4 C5 D5 E5 F#5 G5',
            'G: 0 1 2 3 D: 0 1 2 3 A: 0 1 l2 3 E: 0 1 l2',
        ];
        yield 'violin, A from the first finger' => ['violin', 'A3 B3 C#4 D4 E4 F#4 G#4 A4', 'G: 1 2 h3 D: 0 1 2 h3 A: 0'];
        yield 'violin, F sharp minor' => ['violin', 'F#4 G#4 A4 B4 C#5 D5 E5 F#5', 'D: 2 h3 A: 0 1 2 3 E: 0 1'];
        yield 'violin, C minor' => ['violin', 'C4 D4 Eb4 F4 G4 Ab4 Bb4 C5', 'G: 3 D: 0 l1 l2 3 l4 A: l1 l2'];
        yield 'violin, F minor' => ['violin', 'F4 G4 Ab4 Bb4 C5 Db5 Eb5 F5', 'D: l2 3 l4 A: l1 l2 l3 l4 E: l1'];
        yield 'violin, D harmonic minor' => ['violin', 'D4 E4 F4 G4 A4 Bb4 C#5 D5', 'D: 0 1 l2 3 A: 0 l1 2 3'];
        yield 'violin, G in year two' => ['violin', 'G4 A4 B4 C5 D5 E5 F#5 G5', 'D: 3 A: 0 1 l2 3 E: 0 1 l2', 'crossing', 2];
        yield 'violin, A in year three' => [
            'violin',
            'A4 B4 C#5 D5 E5 F#5 G#5 A5 B5 C#6 D6',
            'A: 0 1 2 3 E: 0 1 2 III 1 2 h3 4',
            'crossing',
            3,
        ];
        yield 'viola, G minor' => ['viola', 'G3 A3 Bb3 C4 D4 Eb4 F4 G4', 'G: 0 1 l2 3 D: 0 l1 l2 3'];
        yield 'viola, A minor' => ['viola', 'A3 B3 C4 D4 E4 F4 G4 A4', 'G: 1 2 3 D: 0 1 l2 3 A: 0'];
        yield 'viola, D minor' => ['viola', 'D4 E4 F4 G4 A4 Bb4 C5 D5', 'D: 0 1 l2 3 A: 0 l1 l2 3'];
        yield 'viola, E minor' => ['viola', 'E3 F#3 G3 A3 B3 C4 D4 E4', 'C: 2 h3 G: 0 1 2 3 D: 0 1'];
        yield 'viola, B minor' => ['viola', 'B3 C#4 D4 E4 F#4 G4 A4 B4', 'G: 2 h3 D: 0 1 2 3 A: 0 1'];
        yield 'viola, G upper' => ['viola', 'G4 A4 B4 C5 D5', 'D: 3 A: 0 1 l2 3'];
        yield 'viola, F minor' => ['viola', 'F3 G3 Ab3 Bb3 C4 Db4 Eb4 F4', 'C: 3 G: 0 l1 l2 3 l4 D: l1 l2'];
        yield 'cello, D minor downward' => ['cello', 'D4 C4 Bb3 A3 G3 F3 E3 D3', 'A: 4 2 l1 0 D: 4 2 1 0'];
        yield 'cello, A' => ['cello', 'A2 B2 C#3 D3 E3 F#3 G#3 A3 B3 C#4 D4', 'G: 1 x2 x4 D: 0 1 x2 x4 A: 0 1 3 4'];
        yield 'cello, A minor' => ['cello', 'A2 B2 C3 D3 E3 F3 G3 A3', 'G: 1 3 4 D: 0 1 2 4 A: 0'];
        yield 'cello, B flat' => ['cello', 'Bb2 C3 D3 Eb3 F3 G3 A3 Bb3', 'G: 2 4 D: 0 l1 2 4 A: 0 l1'];
        yield 'cello, E minor' => ['cello', 'E2 F#2 G2 A2 B2 C3 D3 E3', 'C: x2 x4 G: 0 1 3 4 D: 0 1'];
        yield 'cello, B minor' => ['cello', 'B2 C#3 D3 E3 F#3 G3 A3 B3', 'G: x2 x4 D: 0 1 3 4 A: 0 1'];
        yield 'cello, C minor' => ['cello', 'C2 D2 Eb2 F2 G2 Ab2 Bb2 C3', 'C: 0 1 2 4 G: 0 l1 2 4'];
        yield 'cello, F sharp minor' => ['cello', 'F#2 G#2 A2 B2 C#3 D3 E3 F#3', 'C: x4 G: l1 1 x2 x4 D: 0 1 3'];
        yield 'cello, D two octaves in year three' => [
            'cello',
            'D3 E3 F#3 G3 A3 B3 C#4 D4 E4 F#4',
            'D: 0 1 3 4 A: 0 1 3 4 III x2 x4',
            'crossing',
            3,
        ];
        yield 'bass, D downward' => ['bass', 'D3 C#3 B2 A2 G2 F#2 E2 D2', 'G: III 4 2 I 4 1 0 D: 4 1 0'];
        yield 'bass, A' => ['bass', 'A1 B1 C#2 D2 E2 F#2 G#2 A2', 'A: 0 1 4 D: 0 1 4 G: half 1 2'];
        yield 'bass, C' => ['bass', 'C2 D2 E2 F2 G2 A2 B2 C3', 'A: 2 D: 0 1 2 G: 0 1 4 III 1'];
        yield 'bass, F' => ['bass', 'F1 G1 A1 Bb1 C2 D2 E2 F2', 'E: half 1 4 A: 0 1 4 D: 0 2 4'];
        yield 'bass, B flat' => ['bass', 'Bb1 C2 D2 Eb2 F2 G2 A2 Bb2', 'A: half 1 4 D: 0 1 4 G: 0 2 4'];
        yield 'bass, E minor' => ['bass', 'E2 F#2 G2 A2 B2 C3 D3', 'D: 1 4 G: 0 1 4 III 1 4'];
        yield 'bass, B minor' => ['bass', 'B1 C#2 D2 E2 F#2 G2 A2 B2', 'A: 1 4 D: 0 1 4 G: 0 1 4'];
        yield 'bass, D minor' => ['bass', 'D2 E2 F2 G2 A2 Bb2 C3 D3', 'D: 0 1 2 G: 0 1 2 III 1 4'];
        yield 'bass, G minor' => ['bass', 'G1 A1 Bb1 C2 D2 Eb2 F2 G2', 'E: half 4 A: 0 1 4 D: 0 1 4 G: 0'];
        yield 'bass, F sharp minor' => ['bass', 'F#1 G#1 A1 B1 C#2 D2 E2 F#2', 'E: 1 4 A: 0 1 4 D: 0 1 4'];
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3?: string, 4?: int}> */
    public static function brokenChords(): iterable
    {
        yield 'chord, violin, D' => ['violin', 'D4 F#4 A4 D5 A4 F#4 D4', 'D: 0 2 A: 0 3 0 D: 2 0'];
        yield 'chord, violin, G' => ['violin', 'G3 B3 D4 G4 B4 D5', 'G: 0 2 D: 0 3 A: 1 3'];
        yield 'chord, violin, A' => ['violin', 'A4 C#5 E5 A5', 'A: 0 2 E: 0 3'];
        yield 'chord, violin, C' => ['violin', 'C4 E4 G4 C5', 'G: 3 D: 1 3 A: l2'];
        yield 'chord, violin, B flat' => ['violin', 'Bb3 D4 F4 Bb4', 'G: l2 D: 0 l2 A: l1'];
        yield 'chord, viola, G' => ['viola', 'G3 B3 D4 G4', 'G: 0 2 D: 0 3'];
        yield 'chord, viola, C' => ['viola', 'C3 E3 G3 C4', 'C: 0 2 G: 0 3'];
        yield 'chord, cello, D' => ['cello', 'D3 F#3 A3 D4', 'D: 0 3 A: 0 4'];
        yield 'chord, cello, G' => ['cello', 'G2 B2 D3 G3', 'G: 0 3 D: 0 4'];
        yield 'chord, cello, C' => ['cello', 'C3 E3 G3 C4', 'G: 4 D: 1 4 A: 2'];
        yield 'chord, bass, D' => ['bass', 'D2 F#2 A2 F#2 D2', 'D: 0 4 G: 1 D: 4 0'];
        yield 'chord, bass, G' => ['bass', 'G1 B1 D2 G2', 'E: 2 A: 1 D: 0 G: 0'];
        yield 'open strings of a first tune lie in first position on the bass' => [
            'bass',
            'D2 D2 A2 A2 D2 D2 A2',
            'D: 0 0 G: 1 1 D: 0 0 G: 1',
        ];
        yield 'no slide of the fourth finger for one note' => ['bass', 'G2 A2 B2 C3 B2 A2', 'G: 0 1 4 III 1 I 4 1'];
        yield 'a hand closes after a stretch' => ['cello', 'G2 F#2 G2 D2 D2 G3 A3 B3 C4', 'G: 0 C: x4 G: 0 C: 1 1 D: 4 A: 0 1 2'];
        yield 'the same string in year two' => ['violin', 'F#4 A4 F#4 A4 F#4', 'D: 2 4 2 4 2', 'crossing', 2];
        yield 'and open in year one' => ['violin', 'F#4 A4 F#4 A4 F#4', 'D: 2 A: 0 D: 2 A: 0 D: 2'];
        yield 'no fourth finger but for long notes' => ['violin', 'F#4 A4 F#4', 'D: 2 A: 0 D: 2', 'long', 2];
        yield 'repeated notes count together' => ['violin', 'G4 A4 A4 G4', 'D: 3 4 4 3', 'long', 2];
        yield 'the fourth finger instead of the top open string' => ['violin', 'D5 E5 D5', 'A: 3 4 3', 'long', 2];
        yield 'chord, violin, F' => ['violin', 'F4 A4 C5 F5 C5 A4 F4', 'D: l2 A: 0 l2 E: l1 A: l2 0 D: l2'];
        yield 'chord, violin, E minor' => ['violin', 'E4 G4 B4 E5 B4 G4', 'D: 1 3 A: 1 E: 0 A: 1 D: 3'];
        yield 'chord, violin, A minor' => ['violin', 'A3 C4 E4 A4 C5 E5', 'G: 1 3 D: 1 A: 0 l2 E: 0'];
        yield 'chord, violin, D minor' => ['violin', 'D4 F4 A4 D5 F5', 'D: 0 l2 A: 0 3 E: l1'];
        yield 'chord, violin, B minor' => ['violin', 'B3 D4 F#4 B4 D5 F#5', 'G: 2 D: 0 2 A: 1 3 E: 1'];
        yield 'chord, viola, D' => ['viola', 'D3 F#3 A3 D4 F#4 A4', 'C: 1 h3 G: 1 D: 0 2 A: 0'];
        yield 'chord, viola, F' => ['viola', 'F3 A3 C4 F4', 'C: 3 G: 1 3 D: l2'];
        yield 'chord, viola, B flat' => ['viola', 'Bb3 D4 F4 Bb4', 'G: l2 D: 0 l2 A: l1'];
        yield 'chord, viola, A minor' => ['viola', 'A3 C4 E4 A4', 'G: 1 3 D: 1 A: 0'];
        yield 'chord, viola, G minor' => ['viola', 'G3 Bb3 D4 G4', 'G: 0 l2 D: 0 3'];
        yield 'chord, cello, F' => ['cello', 'F2 A2 C3 F3', 'C: 4 G: 1 4 D: 2'];
        yield 'chord, cello, A' => ['cello', 'A2 C#3 E3 A3', 'G: 1 x4 D: 1 A: 0'];
        yield 'chord, cello, B flat' => ['cello', 'Bb2 D3 F3 Bb3', 'G: 2 D: 0 2 A: l1'];
        yield 'chord, cello, D minor' => ['cello', 'D3 F3 A3 D4', 'D: 0 2 A: 0 4'];
        yield 'chord, cello, E minor' => ['cello', 'E2 G2 B2 E3', 'C: 3 G: 0 3 D: 1'];
        yield 'chord, bass, A' => ['bass', 'A1 C#2 E2 A2', 'A: 0 4 D: 1 G: 1'];
        yield 'chord, bass, C' => ['bass', 'C2 E2 G2 C3', 'A: 2 D: 1 G: 0 III 1'];
        yield 'chord, bass, F' => ['bass', 'F1 A1 C2 F2', 'E: half 1 A: 0 4 D: 4'];
        yield 'chord, bass, B flat' => ['bass', 'Bb1 D2 F2 Bb2', 'A: half 1 D: 0 4 G: 4'];
        yield 'chord, bass, E minor' => ['bass', 'E1 G1 B1 E2', 'E: 0 2 A: 1 D: 1'];
        yield 'chord, bass, D minor' => ['bass', 'D2 F2 A2 D3', 'D: 0 2 G: 1 III 4'];
    }

    public function testPrintedFingersAreKeptAgreeOrSuggest(): void
    {
        $line = [Lines::note(0, 'E4'), Lines::note(1, 'A4', finger: 4), Lines::note(2, 'B4')];
        $text = static fn (PrintedFingers $printed): string => Lines::tell(
            Fingering::of($line, FingeringPolicy::of(Instrument::Violin, 1, OpenStringPolicy::Open, $printed)),
        );
        self::assertSame('D: 1 4 A: 1', $text(PrintedFingers::Kept));
        self::assertSame('D: 1 A: 0 1', $text(PrintedFingers::WhereItAgrees));
        self::assertSame('D: 1 A: 0 1', $text(PrintedFingers::Suggestion));
        $string = [Lines::note(0, 'E5', string: 'A'), Lines::note(1, 'D5')];
        self::assertSame('A: 4 3', Lines::tell(Fingering::of($string, FingeringPolicy::of(Instrument::Violin))));
    }

    public function testAPrintedFingerThatThePitchContradictsIsReportedNotObeyed(): void
    {
        $fingering = Fingering::of(
            [Lines::note(0, 'D4', finger: 2), Lines::note(1, 'E4', finger: 1)],
            FingeringPolicy::of(Instrument::Violin),
        );
        self::assertSame('D: 0 1', Lines::tell($fingering));
        self::assertSame([[FingerTrouble::PrintedRefused], []], $fingering->troubles);
    }

    public function testANoteOutOfReachIsLeftOutAndTheHandStays(): void
    {
        $fingering = Fingering::of(Lines::read('E4 D6 E4'), FingeringPolicy::of(Instrument::Violin));
        self::assertSame('D: 1 – 1', Lines::tell($fingering));
        self::assertNull($fingering->hand(1));
        self::assertSame('E: III 4', Lines::tell(Fingering::of(Lines::read('D6'), FingeringPolicy::of(Instrument::Violin, 3))));
    }

    public function testTheCheapestPathIsAsCheapAsTheCheapestOfAll(): void
    {
        $random = new Randomizer(new Mt19937(41));
        $compared = 0;
        $lines = Effort::times(2000);
        while ($compared < $lines) {
            $instrument = Instrument::strings()[$random->getInt(0, 3)];
            $policy = FingeringPolicy::of($instrument, $random->getInt(1, 4), OpenStringPolicy::cases()[$random->getInt(0, 2)]);
            $notes = self::randomLine($random, $instrument, $random->getInt(2, 6));
            $fingerboard = new Fingerboard($instrument, $policy->hands());
            $layers = array_map(static fn (LineNote $note): array => $fingerboard->candidates($note->pitch), $notes);
            if (self::isOnOpenStrings($layers)) {
                continue;
            }
            $product = array_product(array_map(static fn (array $layer): int => max(1, \count($layer)), $layers));
            if (($product > 2000 && 0 !== $compared % 40) || $product > 50_000) {
                continue;
            }
            $fingering = Fingering::of($notes, $policy);
            self::assertEqualsWithDelta(self::least($notes, $layers, $policy), $fingering->cost, 1e-6, Lines::tell($fingering));
            self::assertEqualsWithDelta($fingering->cost, Fingering::costOf($notes, $fingering->choices, $policy), 1e-6);
            ++$compared;
        }
    }

    public function testEveryFingerSoundsItsPitchInAnAllowedHand(): void
    {
        $random = new Randomizer(new Mt19937(42));
        for ($line = 0; $line < 300; ++$line) {
            $instrument = Instrument::strings()[$line % 4];
            $policy = FingeringPolicy::of($instrument, 1 + ($line % 3), OpenStringPolicy::cases()[$line % 3]);
            $strings = OpenString::allOf($instrument);
            $fingering = Fingering::of(self::randomLine($random, $instrument, 24), $policy);
            foreach ($fingering->choices as $index => $choice) {
                if (null === $choice) {
                    continue;
                }
                self::assertSame($fingering->notes[$index]->pitch->midi(), $strings[$choice->string]->pitch->midi() + $choice->semitones);
                $hand = $fingering->hand($index);
                self::assertNotNull($hand);
                self::assertContainsEquals($hand, $policy->hands());
                if (!$choice->isOpen()) {
                    self::assertContainsEquals([$choice->semitones, $choice->placement], $hand->fingers[$choice->finger]);
                }
            }
        }
    }

    #[DataProvider('openLines')]
    public function testALineOfOpenStringsStaysOnThem(string $instrument, string $line, string $expected, string $policy, int $level): void
    {
        $policy = FingeringPolicy::of(Instrument::from($instrument), $level, OpenStringPolicy::from($policy));
        self::assertSame($expected, Lines::tell(Fingering::of(Lines::read($line), $policy)));
    }

    /** @return iterable<string, array{string, string, string, string, int}> */
    public static function openLines(): iterable
    {
        yield 'violin' => ['violin', 'D4 D4 A4 A4 D4 A4:2', 'D: 0 0 A: 0 0 D: 0 A: 0', 'crossing', 2];
        yield 'violin, long notes' => ['violin', 'A4:2 E5:2 D4:2', 'A: 0 E: 0 D: 0', 'long', 2];
        yield 'violin, year three' => ['violin', 'G3 D4 A4 D4', 'G: 0 D: 0 A: 0 D: 0', 'crossing', 3];
        yield 'viola' => ['viola', 'C3 G3 D4 G3', 'C: 0 G: 0 D: 0 G: 0', 'crossing', 3];
        yield 'cello' => ['cello', 'D3 A3 D3 A3', 'D: 0 A: 0 D: 0 A: 0', 'crossing', 4];
        yield 'bass' => ['bass', 'D2 G2 D2 A1', 'D: 0 G: 0 D: 0 A: 0', 'crossing', 3];
    }

    /** @param list<list<Candidate>> $layers */
    private static function isOnOpenStrings(array $layers): bool
    {
        foreach ($layers as $layer) {
            if ([] === array_filter($layer, static fn (Candidate $one): bool => $one->isOpen())) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param list<LineNote>        $notes
     * @param list<list<Candidate>> $layers
     */
    private static function least(array $notes, array $layers, FingeringPolicy $policy): float
    {
        $paths = [[]];
        foreach ($layers as $layer) {
            $next = [];
            foreach ($paths as $path) {
                foreach ([] === $layer ? [null] : $layer as $candidate) {
                    $next[] = [...$path, $candidate];
                }
            }
            $paths = $next;
        }

        return min(array_map(static fn (array $path): float => Fingering::costOf($notes, $path, $policy), $paths));
    }

    /** @return list<LineNote> */
    private static function randomLine(Randomizer $random, Instrument $instrument, int $count): array
    {
        $lowest = OpenString::allOf($instrument)[3]->pitch->diatonic();
        $notes = [];
        for ($index = 0; $index < $count; ++$index) {
            $pitch = Pitch::fromDiatonic($lowest + $random->getInt(0, 17), [0, 0, 0, 1, -1][$random->getInt(0, 4)]);
            $notes[] = new LineNote(
                "n$index",
                $pitch,
                0,
                $index,
                $index,
                1,
                0 === $random->getInt(0, 3),
                0 === $random->getInt(0, 4),
                false,
                0 === $random->getInt(0, 3),
            );
        }

        return $notes;
    }
}
