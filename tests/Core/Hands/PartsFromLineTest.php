<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hands;

use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Hands\PartsFromLine;
use CoinStair\Core\Hands\Transposition;
use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
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
        yield 'violas have no string for it: all of the tune goes down, so that it stays a tune' => [
            $high,
            Instrument::Viola,
            'G3 G4 G3',
            ['Viola: measures 1 to 12 lie an octave lower than the line.'],
        ];
        yield 'cellos neither' => [$high, Instrument::Cello, 'G2 G3 G2', ['Cello: measures 1 to 12 lie an octave lower than the line.']];
        yield 'basses take all of it down and need not shift' => [
            $high,
            Instrument::Bass,
            'G1 G2 G1',
            ['Bass: measures 1 to 12 lie an octave lower than the line.'],
        ];
        yield 'violins play their own line' => [$high, Instrument::Violin, 'G4 G5 G4', []];
        yield 'a line within reach is not moved' => ['GABc|d4|B2G2|G4|', Instrument::Cello, 'G3', []];
        yield 'a note under the lowest string goes up alone' => [
            'G,4|g4|g4|G,4|',
            Instrument::Viola,
            'G3',
            ['Viola: measures 1 to 4 lie an octave lower than the line.'],
        ];
        yield 'too wide for any octave' => [
            "G,4|g'4|g'4|G,4|",
            Instrument::Viola,
            'G3',
            [
                'Viola: 2 notes in measures 1 to 4 lie beyond the hands of year 1.',
                'Viola: an eased part is offered.',
            ],
        ];
    }

    /** @param string $expected the first notes of measures, or of the places that are named */
    #[DataProvider('octaves')]
    public function testTheOctaveIsPricedByAllThatTheHandHasToDo(
        string $body,
        string $key,
        Instrument $instrument,
        int $level,
        string $expected,
    ): void {
        $part = PartsFromLine::of(Tunes::abc($body, '4/4', $key), [$instrument], HandPolicies::ofLevel($level))->piece->parts[0];
        self::assertSame($expected, self::pitches($part));
    }

    /** @return iterable<string, array{string, string, Instrument, int, string}> */
    public static function octaves(): iterable
    {
        yield 'a bass of the first year does not shift for it' => ['GABc|B2G2|', 'G', Instrument::Bass, 1, 'G1 A1 B1 C2 | B1 G1'];
        yield 'nor where a whole octave would lie there' => ['GABc|defg|', 'G', Instrument::Bass, 1, 'G1 A1 B1 C2 | D2 E2 F#2 G2'];
        yield 'but it stays where both would shift' => ['DEFG|ABcd|', 'D', Instrument::Bass, 1, 'D2 E2 F#2 G2 | A2 B2 C#3 D3'];
        yield 'a cello does not go up for a tune that lies well' => ['DEFG|A2D2|', 'D', Instrument::Cello, 1, 'D3 E3 F#3 G3 | A3 D3'];
        yield 'a viola goes down for an E string' => ['efga|g2e2|', 'G', Instrument::Viola, 1, 'E4 F#4 G4 A4 | G4 E4'];
        yield 'nor does it shift for a few notes' => [
            'c2d2|e2f2|g2f2|e2d2|',
            'G',
            Instrument::Viola,
            1,
            'C4 D4 | E4 F#4 | G4 F#4 | E4 D4',
        ];
        yield 'no visits to the third position, back and forth' => [
            'A2a2|e/f/e/d/ c2|d/e/d/c/ B2|A4|e/f/e/d/ c2|d/e/d/c/ B2|G2B2|A4|',
            'A',
            Instrument::Viola,
            3,
            'A3 A4 | E4 F#4 E4 D4 C#4 | D4 E4 D4 C#4 B3 | A3 | E4 F#4 E4 D4 C#4 | D4 E4 D4 C#4 B3 | G#3 B3 | A3',
        ];
        yield 'nor for a phrase, where an octave lower lies well' => [
            'd2f2|g2f2|e2f2|d4|',
            'D',
            Instrument::Viola,
            3,
            'D4 F#4 | G4 F#4 | E4 F#4 | D4',
        ];
        yield 'an upbeat goes with its phrase' => [
            'D|GABc|B2G2|A2F2|G3 g|g2f2|e2d2|g2f2|g3|',
            'G',
            Instrument::Viola,
            1,
            'D3 | G3 A3 B3 C4 | B3 G3 | A3 F#3 | G3 G4 | G4 F#4 | E4 D4 | G4 F#4 | G4',
        ];
        yield 'an upbeat after a rest too' => [
            'GABc|B2G2|A2F2|G2 z g|g2f2|e2d2|g2f2|g4|',
            'G',
            Instrument::Cello,
            1,
            'G2 A2 B2 C3 | B2 G2 | A2 F#2 | G2 G3 | G3 F#3 | E3 D3 | G3 F#3 | G3',
        ];
        yield 'and an upbeat that leads down again' => [
            'g2f2|e2d2|g2f2|g2 z D|GABc|B2G2|A2F2|G4|',
            'G',
            Instrument::Viola,
            1,
            'G4 F#4 | E4 D4 | G4 F#4 | G4 D3 | G3 A3 B3 C4 | B3 G3 | A3 F#3 | G3',
        ];
        yield 'open strings are the bass’s own' => ['DDAA|D2A2|', 'D', Instrument::Bass, 1, 'D2 D2 A1 A1 | D2 A1'];
        yield 'the viola has no open E' => ['AAee|A2e2|', 'A', Instrument::Viola, 1, 'A4 A4 A4 A4 | A4 A4'];
        yield 'the cello has an open G below' => ['G,G,DD|G,2A2|', 'G', Instrument::Cello, 1, 'G2 G2 D3 D3 | G2 A3'];
        yield 'all strings' => ['G,DAe|A2D2|', 'D', Instrument::Bass, 1, 'G2 D2 A1 E1 | A1 D2'];
    }

    #[DataProvider('easings')]
    public function testAnEasedPartIsOfferedWhereNoOctaveIsWithinReach(
        string $body,
        Instrument $instrument,
        string $expected,
        string $how,
    ): void {
        $derived = PartsFromLine::of(Tunes::abc($body, '4/4', 'G'), [$instrument], HandPolicies::ofLevel(1));
        self::assertCount(1, $derived->eased());
        self::assertSame($expected, self::pitches($derived->eased()[0]->part));
        self::assertSame($how, $derived->eased()[0]->how->value);
        self::assertTrue($derived->eased()[0]->part->eased);
        $played = BothHands::of($derived->piece->withParts([$derived->eased()[0]->part]), $instrument, HandPolicies::ofLevel(1), 72);
        self::assertNotContains(null, $played->fingering->choices);
        self::assertCount(2, $derived->withEased()->parts);
    }

    /** @return iterable<string, array{string, Instrument, string, string}> */
    public static function easings(): iterable
    {
        yield 'eighths between' => ["G,/g'/A,/g'/ B,/g'/A,/g'/|G,4|", Instrument::Viola, 'G3 A3 B3 A3 | G3', 'beats'];
        yield 'quarters between' => ["G,g'A,g'|B,g'A,g'|G,4|", Instrument::Viola, 'G3 A3 | B3 A3 | G3', 'strong beats'];
        yield 'long notes out of reach' => ["G,4|g'4|g'4|G,4|", Instrument::Viola, 'G3 | G3 | G3 | G3', 'open strings'];
        yield 'the root where no open string fits' => [
            "G,2B,2|b'2b'2|G,4|b'4|",
            Instrument::Viola,
            'G3 B3 | G3 G3 | G3 | G3',
            'open strings',
        ];
        yield 'on the cello' => ["C,/g'/D,/g'/ E,/g'/D,/g'/|C,4|", Instrument::Cello, 'C2 D2 E2 D2 | C2', 'beats'];
        yield 'on the bass' => ["G,/g'/A,/g'/ B,/g'/A,/g'/|G,4|", Instrument::Bass, 'G1 A1 B1 A1 | G1', 'beats'];
    }

    public function testNoEasedPartWhereThePartLiesWithinReach(): void
    {
        self::assertSame([], PartsFromLine::of(Tunes::abc('DEFG|ABcd|', '4/4', 'D'), Instrument::strings())->eased());
    }

    public function testTheEasedPartKeepsTheTimesOfWhatItLeavesOut(): void
    {
        $derived = PartsFromLine::of(Tunes::abc("G,/g'/A,/g'/ z g'|G,g'A,g'|G,4|", '4/4', 'G'), [Instrument::Viola]);
        self::assertSame('G3:2 z:2 | G3:2 A3:2 | G3:4', Tunes::text($derived->piece->withParts([$derived->eased()[0]->part])));
    }

    public function testACellosLineGoesUpForTheViolins(): void
    {
        $cello = Tunes::abc('[V:1 name="Cello" clef=bass]D,E,F,G,|A,4|', '4/4', 'D');
        $piece = $cello->withParts([
            new Part('P1', 'Cello', Instrument::Cello, Clef::Bass, $cello->parts[0]->measures),
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

    private static function pitches(Part $part): string
    {
        return implode(
            ' | ',
            array_map(
                static fn (array $events): string => implode(
                    ' ',
                    array_map(
                        static fn (Event $event): string => $event->pitches[0]->name(),
                        array_filter($events, static fn (Event $event): bool => !$event->isRest()),
                    ),
                ),
                $part->measures,
            ),
        );
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

    public function testWhatComesBackKeepsItsOctaveInEveryTuneOfTheBook(): void
    {
        foreach (glob(\dirname(__DIR__, 3).'/demo/tunes/*.abc') ?: [] as $file) {
            $piece = ScoreFile::read((string) file_get_contents($file))->piece;
            if (\count($piece->parts) > 1) {
                continue;
            }
            $classes = Likeness::of($piece)->classes;
            foreach (Instrument::strings() as $instrument) {
                foreach ([1, 2, 3] as $level) {
                    $part = BothHands::of($piece, $instrument, HandPolicies::ofLevel($level), 84)->part;
                    $heights = [];
                    foreach ($classes as $position => $class) {
                        $height = static fn (Event $event): int => $event->isRest() ? 0 : $event->pitches[0]->midi();
                        $lines = array_map($height, $part->events($position));
                        $heights[$class] ??= $lines;
                        self::assertSame($heights[$class], $lines, basename($file)." $instrument->value year $level measure $position");
                    }
                }
            }
        }
    }
}
