<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Score;

use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Pitch;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PitchTest extends TestCase
{
    #[DataProvider('pitches')]
    public function testNameAndMidiNumber(string $name, int $midi, string $shown): void
    {
        $pitch = Pitch::parse($name);
        self::assertSame($name, $pitch->name());
        self::assertSame($midi, $pitch->midi());
        self::assertSame($shown, $pitch->letterName());
    }

    /** @return iterable<array{string, int, string}> */
    public static function pitches(): iterable
    {
        yield ['C4', 60, 'C'];
        yield ['G3', 55, 'G'];
        yield ['F#4', 66, 'F♯'];
        yield ['Gb4', 66, 'G♭'];
        yield ['B#3', 60, 'B♯'];
        yield ['Cb4', 59, 'C♭'];
        yield ['E1', 28, 'E'];
        yield ['Bbb2', 45, 'B♭♭'];
    }

    public function testSpellingIsKept(): void
    {
        self::assertFalse(Pitch::parse('G#4')->equals(Pitch::parse('Ab4')));
        self::assertSame(Pitch::parse('G#4')->midi(), Pitch::parse('Ab4')->midi());
    }

    #[DataProvider('noPitches')]
    public function testWhatIsNoPitchIsRefused(string $name): void
    {
        $this->expectException(\InvalidArgumentException::class);
        Pitch::parse($name);
    }

    /** @return iterable<array{string}> */
    public static function noPitches(): iterable
    {
        yield [''];
        yield ['H4'];
        yield ['C'];
        yield ['C#b4'];
        yield ['C####4'];
        yield ['C11'];
    }

    public function testDiatonicStepsLeadBackToThePitch(): void
    {
        foreach (['C0', 'B4', 'F#5', 'Ab2'] as $name) {
            $pitch = Pitch::parse($name);
            self::assertTrue($pitch->equals(Pitch::fromDiatonic($pitch->diatonic(), $pitch->alteration)));
        }
    }

    #[DataProvider('keys')]
    public function testKeySignatures(string $tonic, string $mode, int $fifths, string $shown): void
    {
        $key = Key::onTonic($tonic, $mode);
        self::assertSame($fifths, $key->fifths);
        self::assertSame($shown, $key->tonic());
    }

    /** @return iterable<array{string, string, int, string}> */
    public static function keys(): iterable
    {
        yield ['C', 'major', 0, 'C'];
        yield ['D', 'major', 2, 'D'];
        yield ['Bb', 'major', -2, 'B♭'];
        yield ['G', 'minor', -2, 'G'];
        yield ['F#', 'minor', 3, 'F♯'];
        yield ['D', 'dorian', 0, 'D'];
        yield ['A', 'mixolydian', 2, 'A'];
        yield ['C#', 'major', 7, 'C♯'];
        yield ['Eb', 'minor', -6, 'E♭'];
    }

    public function testAKeyAltersItsLetters(): void
    {
        $altered = static fn (Key $key): string => implode(
            '',
            array_filter(str_split(Pitch::LETTERS), static fn (string $letter): bool => 0 !== $key->alteration($letter)),
        );
        self::assertSame('CF', $altered(Key::onTonic('D', 'major')));
        self::assertSame('EAB', $altered(Key::onTonic('Eb', 'major')));
        self::assertSame('', $altered(Key::of(0)));
        self::assertSame('CDEFGAB', $altered(Key::of(-7)));
        self::assertSame(-1, Key::of(-1)->alteration('B'));
        self::assertSame(1, Key::of(1)->alteration('F'));
    }

    public function testAKeyWithEightSignsIsRefused(): void
    {
        $this->expectException(\InvalidArgumentException::class);
        Key::onTonic('G#', 'major');
    }
}
