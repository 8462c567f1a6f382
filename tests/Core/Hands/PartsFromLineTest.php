<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hands;

use CoinStair\Core\Hands\PartsFromLine;
use CoinStair\Core\Hands\Transposition;
use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 2, "Parts from one line". */
final class PartsFromLineTest extends TestCase
{
    public function testFourPartsWithTheirOctavesAndClefs(): void
    {
        $derived = PartsFromLine::of(Tunes::abc('DEFG|ABcd|', '4/4', 'D'), Instrument::strings());
        self::assertSame([], self::messages($derived->notices));
        self::assertSame(
            [Clef::Treble, Clef::Alto, Clef::Bass, Clef::Bass],
            array_map(static fn ($part): Clef => $part->clef, $derived->piece->parts),
        );
        self::assertSame(
            ['D4', 'D4', 'D3', 'D2'],
            array_map(static fn ($part): string => $part->events(0)[0]->pitches[0]->name(), $derived->piece->parts),
        );
        self::assertSame(
            ['P1-m0-v1-0', 'P2-m0-v1-0', 'P3-m0-v1-0', 'P4-m0-v1-0'],
            array_map(static fn ($part): string => $part->events(0)[0]->id, $derived->piece->parts),
        );
    }

    /** @param list<string> $notices */
    #[DataProvider('reaches')]
    public function testAPhraseThatLeavesTheEasyReachIsMovedAndTold(
        string $body,
        Instrument $instrument,
        string $firsts,
        array $notices,
    ): void {
        $derived = PartsFromLine::of(Tunes::abc($body, '4/4', 'G'), [$instrument]);
        $part = $derived->piece->parts[0];
        $names = [];
        for ($position = 0; $position < \count($part->measures); $position += 4) {
            $names[] = $part->events($position)[0]->pitches[0]->name();
        }
        self::assertSame($firsts, implode(' ', $names));
        self::assertSame($notices, self::messages($derived->notices));
    }

    /** @return iterable<string, array{string, Instrument, string, list<string>}> */
    public static function reaches(): iterable
    {
        $high = 'GABc|d4|B2G2|G4|g2f2|g2f2|g2d2|g4|GABc|d4|B2G2|G4|';
        yield 'violas have no string for it' => [
            $high,
            Instrument::Viola,
            'G4 G4 G4',
            ['Viola: measures 5 to 8 lie an octave lower than the line.'],
        ];
        yield 'cellos neither' => [$high, Instrument::Cello, 'G3 G3 G3', ['Cello: measures 5 to 8 lie an octave lower than the line.']];
        yield 'basses neither' => [$high, Instrument::Bass, 'G2 G2 G2', ['Bass: measures 5 to 8 lie an octave lower than the line.']];
        yield 'violins play their own line' => [$high, Instrument::Violin, 'G4 G5 G4', []];
        yield 'a line within reach is not moved' => ['GABc|d4|B2G2|G4|', Instrument::Cello, 'G3', []];
        yield 'too wide for any octave' => [
            'G,4|g4|g4|G,4|',
            Instrument::Viola,
            'G3',
            ['Viola: 2 notes in measures 1 to 4 lie beyond the first year’s hands.'],
        ];
    }

    public function testACellosLineGoesUpForTheViolins(): void
    {
        $cello = Tunes::abc('[V:1 name="Cello" clef=bass]D,E,F,G,|A,4|', '4/4', 'D');
        $piece = $cello->withParts([
            new \CoinStair\Core\Score\Part('P1', 'Cello', Instrument::Cello, Clef::Bass, $cello->parts[0]->measures),
        ]);
        $derived = PartsFromLine::of($piece, [Instrument::Violin, Instrument::Cello]);
        self::assertSame('D4', $derived->piece->parts[0]->events(0)[0]->pitches[0]->name());
        self::assertSame('D3', $derived->piece->parts[1]->events(0)[0]->pitches[0]->name());
    }

    public function testAPhraseIsNotBrokenInsideASlurOrTie(): void
    {
        $derived = PartsFromLine::of(Tunes::abc('G4|G4|G4|(G4|g4)|g4|g4|G4|G4|', '4/4', 'G'), [Instrument::Viola]);
        foreach ($derived->notices as $notice) {
            self::assertNotSame('5', $notice->parameters['from']);
        }
    }

    public function testAnOctaveIsFixedByHand(): void
    {
        $piece = PartsFromLine::of(Tunes::abc('DEFG|ABcd|', '4/4', 'D'), Instrument::strings())->piece;
        $moved = Transposition::octaves($piece, 'P3', 1, 2, -1);
        self::assertSame(
            ['D3', 'A2'],
            [$moved->parts[2]->events(0)[0]->pitches[0]->name(), $moved->parts[2]->events(1)[0]->pitches[0]->name()],
        );
        self::assertSame($piece->parts[0], $moved->parts[0]);
    }

    public function testTheSameTuneOnAnotherStringKeepsItsFingersAndOneKey(): void
    {
        $piece = PartsFromLine::of(Tunes::abc('DEFG|AGFE|', '4/4', 'D'), Instrument::strings())->piece;
        $up = Transposition::strings($piece, 1);
        self::assertSame('A', $up->measures[0]->key->tonic());
        self::assertSame(['A4', 'A4', 'A3', 'A1'], self::firsts($up));
        self::assertSame('C#5', $up->parts[0]->events(0)[2]->pitches[0]->name());
        $down = Transposition::strings($piece, -1);
        self::assertSame('G', $down->measures[0]->key->tonic());
        self::assertSame(['G3', 'G3', 'G2', 'G2'], self::firsts($down));
    }

    public function testAPartThatWouldLieBelowItsLowestStringGoesUpAnOctave(): void
    {
        $piece = PartsFromLine::of(Tunes::abc('G,A,B,C|D4|', '4/4', 'G'), [Instrument::Violin, Instrument::Viola])->piece;
        $down = Transposition::strings($piece, -1);
        self::assertSame(['C4', 'C3'], self::firsts($down));
    }

    /** @return list<string> */
    private static function firsts(Piece $piece): array
    {
        return array_map(static fn ($part): string => $part->events(0)[0]->pitches[0]->name(), $piece->parts);
    }

    /**
     * @param list<Notice> $notices
     *
     * @return list<string>
     */
    private static function messages(array $notices): array
    {
        return array_map(static fn (Notice $notice): string => $notice->text(), $notices);
    }
}
