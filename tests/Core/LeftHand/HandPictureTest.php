<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\LeftHand;

use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\FingerPlace;
use CoinStair\Core\LeftHand\HandPicture;
use CoinStair\Core\LeftHand\Line;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 3, "Finger patterns". */
final class HandPictureTest extends TestCase
{
    #[DataProvider('keys')]
    public function testAKeyGivesOnePatternAString(string $key, string $expected): void
    {
        $picture = $this->picture('z4|', 'violin', $key);
        self::assertSame(
            $expected,
            implode(
                ' · ',
                array_map(
                    static fn ($string): string => $string->letter.': '.('' === $string->pattern ? 'apart' : $string->pattern),
                    $picture->strings,
                ),
            ),
        );
    }

    /** @return iterable<string, array{string, string}> */
    public static function keys(): iterable
    {
        yield 'D' => ['D', 'E: 1–2 · A: 2–3 · D: 2–3 · G: 3–4'];
        yield 'G' => ['G', 'E: 1–2 · A: 1–2 · D: 2–3 · G: 2–3'];
        yield 'A' => ['A', 'E: 2–3 · A: 2–3 · D: 3–4 · G: 3–4'];
        yield 'C' => ['C', 'E: nut–1 · A: 1–2 · D: 1–2 · G: 2–3'];
        yield 'F' => ['F', 'E: nut–1 3–4 · A: nut–1 · D: 1–2 · G: 1–2'];
        yield 'B flat' => ['Bb', 'E: nut–1 3–4 · A: nut–1 3–4 · D: nut–1 · G: 1–2'];
    }

    public function testAnAccidentalChangesThePatternForAMoment(): void
    {
        self::assertSame('2–3', $this->picture('A B ^c d|A B =c d|', 'violin', 'D', 0, 1)->strings[1]->pattern);
        self::assertSame('1–2', $this->picture('A B ^c d|A B =c d|', 'violin', 'D', 1, 2)->strings[1]->pattern);
    }

    public function testWhatTheMusicHasStandsApartFromWhatTheKeyHas(): void
    {
        $spots = $this->picture('D E E G|', 'violin', 'D')->strings[2]->spots;
        self::assertSame(
            ['0 D ×1', '1 E ×2', '2 F♯ ×0', '3 G ×1', '4 A ×0'],
            array_map(static fn (FingerPlace $spot): string => $spot->finger.' '.$spot->letter.' ×'.$spot->times, $spots),
        );
    }

    public function testNotesThatAnOpenStringChecks(): void
    {
        $spots = $this->picture('E G A B|', 'violin', 'D')->strings[2]->spots;
        self::assertSame(
            ['1 octave E', '2', '3 octave G', '4 unison A'],
            array_map(
                static fn (FingerPlace $spot): string => $spot->finger.
                    match ($spot->check) {
                        0 => ' unison '.$spot->against,
                        12 => ' octave '.$spot->against,
                        default => '',
                    },
                $spots,
            ),
        );
    }

    public function testTheRegionOfEachStringAndTheHandOfACello(): void
    {
        $picture = $this->picture('D, E, ^F, G,|', 'cello', 'D');
        self::assertSame(
            ['A3–D4', 'D3–G3', 'G2–C3', 'C2–F2'],
            array_map(static fn ($string): string => $string->lowest.'–'.$string->highest, $picture->strings),
        );
        self::assertSame(['3–4'], [$picture->strings[1]->pattern]);
        self::assertSame([], $picture->strings[3]->spots, 'the patterns of a key are a matter of violin and viola');
    }

    public function testPlacesThatTheClassDoesNotKnowAreNew(): void
    {
        $spots = $this->picture('E F G z|', 'violin', 'D', 0, 1, ['D natural 1'])->strings[2]->spots;
        self::assertSame(
            [1 => false, 2 => true, 3 => true, 4 => false],
            array_column(
                array_map(static fn (FingerPlace $spot): array => ['finger' => $spot->finger, 'new' => $spot->new], $spots),
                'new',
                'finger',
            ),
        );
    }

    /** @param list<string> $known */
    private function picture(string $body, string $instrument, string $key, int $from = 0, int $to = 1, array $known = []): HandPicture
    {
        $piece = Tunes::abc($body, '4/4', $key);
        $fingering = Fingering::of(Line::read($piece, $piece->parts[0]), FingeringPolicy::of(Instrument::from($instrument)));

        return HandPicture::of($fingering, Instrument::from($instrument), $piece->measures[0]->key, $from, $to, $known);
    }
}
