<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\Abc\Reader;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class AbcReaderTest extends TestCase
{
    #[DataProvider('bodies')]
    public function testNotes(string $body, string $key, string $expected): void
    {
        self::assertSame($expected, Tunes::text(Tunes::abc($body, '4/4', $key)));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function bodies(): iterable
    {
        yield 'lengths' => ['C D2 E/ F/2|G3/2 A//z|', 'C', 'C4:1 D4:2 E4:1/2 F4:1/2 | G4:3/2 A4:1/4 z:1'];
        yield 'octaves' => ["C,, C, C c c'|", 'C', 'C2:1 C3:1 C4:1 C5:1 C6:1'];
        yield 'the key alters' => ['F C B|', 'D', 'F#4:1 C#4:1 B4:1'];
        yield 'an accidental holds to the bar line' => ['^F F =F f|F|', 'C', 'F#4:1 F#4:1 F4:1 F5:1 | F4:1'];
        yield 'a tie carries an accidental over the bar line' => ['z3 ^F-|F F|', 'C', 'z:3 F#4:1- | F#4:1 F4:1'];
        yield 'a tie to another pitch is none' => ['C-D|', 'C', 'C4:1 D4:1'];
        yield 'slurs' => ['(CD) ((E F) G)|', 'C', '(C4:1 D4:1) ((E4:1 F4:1) G4:1)'];
        yield 'broken rhythm' => ['C>D E<F|C>>D|', 'C', 'C4:3/2 D4:1/2 E4:1/2 F4:3/2 | C4:7/4 D4:1/4'];
        yield 'a triplet' => ['(3CDE F2|', 'C', 'C4:2/3 D4:2/3 E4:2/3 F4:2'];
        yield 'a triplet of two' => ['(3:2:2 C2D F2|', 'C', 'C4:4/3 D4:2/3 F4:2'];
        yield 'chords' => ['[CEG]2 [C2E2]|', 'C', 'C4+E4+G4:2 C4+E4:2'];
        yield 'rests of whole measures' => ['Z2|C4|', 'C', 'z:4 | z:4 | C4:4'];
        yield 'grace notes take no time' => ['{AB}C4|', 'C', 'A4:0 B4:0 C4:4'];
        yield 'inline key' => ['F2[K:D]F2|', 'C', 'F4:2 F#4:2'];
        yield 'modes' => ['F C B|', 'A mix', 'F#4:1 C#4:1 B4:1'];
        yield 'minor' => ['B E A|', 'Gm', 'Bb4:1 Eb4:1 A4:1'];
    }

    public function testTheHeader(): void
    {
        $piece = Reader::read("X:3\nT:Lantern Hill\nT:second title\nC:us\nM:6/8\nL:1/8\nQ:3/8=72\nK:G\nGAB c3|]\n")->piece;
        self::assertSame(['Lantern Hill', 'us', 72, 15120], [$piece->title, $piece->composer, $piece->goalTempo, $piece->beatTicks]);
        self::assertSame('6/8', $piece->measures[0]->meter->name());
        self::assertSame('G', $piece->measures[0]->key->tonic());
    }

    public function testTheUnitFollowsTheMeter(): void
    {
        self::assertSame(2520, Reader::read("X:1\nM:2/4\nK:C\nC")->piece->parts[0]->events(0)[0]->length);
        self::assertSame(5040, Reader::read("X:1\nM:3/4\nK:C\nC")->piece->parts[0]->events(0)[0]->length);
    }

    public function testMarks(): void
    {
        [$first, $second] = Tunes::abc('v!2!.C !upbow!!accent!D|')->parts[0]->events(0);
        self::assertSame(
            [BowMark::Down, 2, [Articulation::Staccato]],
            [$first->marks->bow, $first->marks->fingers[0] ?? null, $first->marks->articulations],
        );
        self::assertSame(
            [BowMark::Up, null, [Articulation::Accent]],
            [$second->marks->bow, $second->marks->fingers[0] ?? null, $second->marks->articulations],
        );
    }

    public function testVoicesAreParts(): void
    {
        $piece = Reader::read(
            "X:1\nT:Two\nM:2/4\nL:1/4\nV:1 name=\"Violin\"\nV:2 name=\"Cello\" clef=bass\nK:D\nV:1\nde|f2|]\nV:2\nD,E,|F,2|]\n",
        )->piece;
        self::assertSame([Instrument::Violin, Instrument::Cello], [$piece->parts[0]->instrument, $piece->parts[1]->instrument]);
        self::assertSame(Clef::Bass, $piece->parts[1]->clef);
        self::assertSame('F#3', $piece->parts[1]->events(1)[0]->pitches[0]->name());
        self::assertCount(2, $piece->measures);
    }

    public function testLineEndsAreKeptAsLineBreaks(): void
    {
        $piece = Tunes::abc("C4|D4|\nE4|F4|]");
        self::assertSame(
            [false, true, false],
            [$piece->measures[0]->lineBreak, $piece->measures[1]->lineBreak, $piece->measures[2]->lineBreak],
        );
    }

    #[DataProvider('oddities')]
    public function testWhatIsOddIsToldWithItsPlace(string $body, int $line, int $column, string $message): void
    {
        $notices = Reader::read("X:1\nM:4/4\nL:1/4\nK:C\n$body\n")->notices;
        self::assertNotSame([], $notices);
        self::assertSame([$line, $column, $message], [$notices[0]->line, $notices[0]->column, $notices[0]->text()]);
    }

    /** @return iterable<string, array{string, int, int, string}> */
    public static function oddities(): iterable
    {
        yield 'too many beats' => ['C4|C5|D4|', 5, 4, 'Measure 2 holds 5 beats; its meter 4/4 asks for 4.'];
        yield 'too few beats' => ["C4|\nC3|D4|E4|", 6, 1, 'Measure 2 holds 3 beats; its meter 4/4 asks for 4.'];
        yield 'an unknown sign' => ['C2 ; D2|', 5, 4, '";" is no ABC sign that is known here; it was left out.'];
        yield 'an open chord' => ['C2 [CE|', 5, 4, 'A closing ] was expected.'];
        yield 'an open decoration' => ['!upbow C4|', 5, 1, 'A closing ! was expected.'];
        yield 'a length off the grid' => ['C2 D/11 E2|', 5, 4, 'The length "/11" cannot be read exactly; the note was left out.'];
        yield 'a wrong meter' => ['[M:5/7]C4|', 5, 1, 'The meter "5/7" is not understood; a meter such as 4/4 was expected.'];
        yield 'too many words' => ["C2D2|\nw:la la la", 6, 1, 'There are more syllables than notes in the line above.'];
        yield 'a second tune' => ["C4|]\nX:2\nK:D\nD4|]", 6, 1, 'The file holds more tunes; only the first was read.'];
    }

    public function testAnEmptyLineEndsTheTune(): void
    {
        self::assertCount(1, Reader::read("X:1\nK:C\nL:1/4\nC4|]\n\nX:2\nK:D\nD4|]")->piece->measures);
    }

    #[DataProvider('unreadable')]
    public function testWhatIsNoTuneIsRefusedWithAMessage(string $text, string $message): void
    {
        $this->expectException(UnreadableFile::class);
        $this->expectExceptionMessage($message);
        Reader::read($text);
    }

    /** @return iterable<string, array{string, string}> */
    public static function unreadable(): iterable
    {
        yield 'empty' => [" \n\n", 'The file is empty.'];
        yield 'a letter' => [
            "Dear all,\nsee you on Friday.",
            'Line 1, column 1: A header line such as X:1 or K:D was expected here, not "Dear all,".',
        ];
        yield 'no key' => ["X:1\nT:Cut in half\nM:4/4", 'No key line was found.'];
        yield 'no notes' => ["X:1\nK:D\n", 'The file holds no notes.'];
        yield 'bytes' => ["\xff\xfe\0\1\2\3", 'This is not a text file.'];
    }

    public function testNoNoticeForASoundTune(): void
    {
        $result = Reader::read("X:1\nT:Sound\nM:3/4\nL:1/4\nK:G\nD|:GAB|c2B|1A2D:|2G2z|]\n");
        self::assertSame([], array_map(static fn (Notice $notice): string => $notice->text(), $result->notices));
    }
}
