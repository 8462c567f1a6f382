<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Form\Reading;
use CoinStair\Core\Form\Unfolding;
use CoinStair\Core\Format\MusicXml\Reader;
use CoinStair\Core\Format\MusicXml\Writer;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Excerpt;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class MusicXmlTest extends TestCase
{
    private const NOTE = '<note><pitch><step>%s</step><octave>4</octave></pitch><duration>%d</duration><voice>1</voice></note>';

    public static function score(string $measures, string $partName = 'Violin'): string
    {
        return '<?xml version="1.0"?><!DOCTYPE score-partwise PUBLIC "-//X//DTD" "partwise.dtd">'.
            '<score-partwise version="3.1"><work><work-title>Small</work-title></work><part-list><score-part id="P1"><part-name>'.
            $partName.
            '</part-name></score-part></part-list><part id="P1">'.
            $measures.
            '</part></score-partwise>';
    }

    private static function measure(string $inside, string $attributes = ''): string
    {
        return '<measure number="1"><attributes><divisions>2</divisions>'.$attributes.'</attributes>'.$inside.'</measure>';
    }

    private static function note(string $step, int $duration): string
    {
        return \sprintf(self::NOTE, $step, $duration);
    }

    #[DataProvider('tunes')]
    public function testWhatIsWrittenIsReadAsTheSamePiece(string $body, string $meter, string $key): void
    {
        $piece = Tunes::abc($body, $meter, $key);
        $again = Reader::read(Writer::write($piece));
        self::assertSame([], array_map(static fn (Notice $notice): string => $notice->text(), $again->notices));
        self::assertSame(Tunes::text($piece), Tunes::text($again->piece));
        self::assertEquals($piece->measures, array_map(static fn ($measure) => $measure, self::withoutLabels($again->piece->measures)));
        self::assertSame(
            Unfolding::unfold($piece, Reading::Printed)->positions(),
            Unfolding::unfold($again->piece, Reading::Printed)->positions(),
        );
    }

    /**
     * @param list<\CoinStair\Core\Score\Measure> $measures
     *
     * @return list<\CoinStair\Core\Score\Measure>
     */
    private static function withoutLabels(array $measures): array
    {
        return array_map(
            static fn ($measure) => new \CoinStair\Core\Score\Measure(
                $measure->position,
                '',
                $measure->meter,
                $measure->key,
                $measure->length,
                $measure->repeatStart,
                $measure->repeatTimes,
                $measure->endingStart,
                $measure->endingStop,
                $measure->jumps,
                $measure->end,
                $measure->rehearsal,
                $measure->lineBreak,
            ),
            $measures,
        );
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function tunes(): iterable
    {
        yield 'plain' => ['CDEF|G2A2|]', '4/4', 'C'];
        yield 'pickup, repeat, endings' => ['C|:DEFG|A2B2|1c2z2:|2c3|]', '4/4', 'Bb'];
        yield 'slurs and ties' => ['(CD)E-E|(F(GA)B)|c4-|c4|]', '4/4', 'D'];
        yield 'dots and rests' => ['C3/2D/ z|E>F G|]', '3/4', 'G'];
        yield 'triplets' => ['(3CDE F2|(3C2D F2|]', '4/4', 'Em'];
        yield 'meter and key changes' => ['C4|[M:3/4][K:A]C3|]', '4/4', 'F'];
        yield 'marks' => ['v.C !upbow!D !2!E !fermata!F|', '4/4', 'C'];
        yield 'jumps' => ['C4|!segno!D4!dacoda!|E4!D.S.alcoda!||!coda!F4|]', '4/4', 'C'];
        yield 'chords' => ['[CE][DF][EG]2|]', '4/4', 'C'];
        yield 'accidentals' => ['^F=F_G^^F|F4|]', '4/4', 'D'];
        yield 'line breaks' => ["C4|D4|\nE4|]", '4/4', 'C'];
    }

    public function testTheBassIsWrittenAnOctaveAboveItsSound(): void
    {
        $piece = ScoreFile::read("X:1\nT:Low\nM:4/4\nL:1/4\nV:1 name=\"Double bass\" clef=bass\nK:D\nV:1\nD,,4|]\n")->piece;
        self::assertSame(Instrument::Bass, $piece->parts[0]->instrument);
        $xml = Writer::write($piece);
        self::assertStringContainsString('<octave>3</octave>', $xml);
        self::assertSame('D2', Reader::read($xml)->piece->parts[0]->events(0)[0]->pitches[0]->name());
    }

    public function testALengthThatTakesTwoNotesIsWrittenTied(): void
    {
        $again = Reader::read(Writer::write(Tunes::abc('C5/2z3/2|]')))->piece;
        self::assertSame('C4:2- C4:1/2 z:3/2', Tunes::text($again));
    }

    public function testTimewiseIsReadLikePartwise(): void
    {
        $xml =
            '<score-timewise><part-list><score-part id="A"><part-name>Viola</part-name></score-part>'.
            '<score-part id="B"><part-name>Cello</part-name></score-part></part-list>'.
            str_repeat(
                '<measure number="1"><part id="A">'.
                    self::note('C', 4).
                    '</part><part id="B">'.
                    self::note('D', 4).
                    '</part></measure>',
                2,
            ).
            '</score-timewise>';
        $piece = Reader::read($xml)->piece;
        self::assertCount(2, $piece->measures);
        self::assertSame(
            ['C4', 'D4'],
            [$piece->parts[0]->events(1)[0]->pitches[0]->name(), $piece->parts[1]->events(1)[0]->pitches[0]->name()],
        );
    }

    public function testVoicesGoBackInTime(): void
    {
        $backup = '<backup><duration>8</duration></backup>';
        $piece = Reader::read(
            self::score(self::measure(self::note('C', 8).$backup.str_replace('<voice>1', '<voice>2', self::note('E', 4)))),
        )->piece;
        self::assertSame(
            [[1, 0, 40320], [2, 0, 20160]],
            array_map(static fn ($event): array => [$event->voice, $event->start, $event->length], $piece->parts[0]->events(0)),
        );
    }

    public function testTheTempoAndItsBeat(): void
    {
        $piece = Reader::read(
            self::score(
                self::measure(
                    '<direction><direction-type><metronome><beat-unit>quarter</beat-unit><beat-unit-dot/>'.
                        '<per-minute>66</per-minute></metronome></direction-type></direction>'.
                        self::note('C', 6),
                    '<time><beats>6</beats><beat-type>8</beat-type></time>',
                ),
            ),
        )->piece;
        self::assertSame([66, 15120], [$piece->goalTempo, $piece->beatTicks]);
    }

    public function testWrongMeterSumsAreToldWithTheirLine(): void
    {
        $xml = str_replace(
            '<measure',
            "\n<measure",
            self::score(self::measure(self::note('C', 8)).self::measure(self::note('C', 10)).self::measure(self::note('C', 8))),
        );
        $notices = Reader::read($xml)->notices;
        self::assertSame([3, 'Measure 2 holds 5 beats; its meter 4/4 asks for 4.'], [$notices[0]->line, $notices[0]->text()]);
    }

    public function testAFileCutInHalfIsReadUpToTheCut(): void
    {
        $xml = self::score(self::measure(self::note('C', 8)).self::measure(self::note('D', 8)).self::measure(self::note('E', 8)));
        $result = Reader::read(substr($xml, 0, (int) strpos($xml, '<step>E')));
        self::assertSame('C4:4', explode(' | ', Tunes::text($result->piece))[0]);
        self::assertLessThan(3, \count($result->piece->measures));
        self::assertStringContainsString('What stands before was read.', $result->notices[0]->text());
    }

    #[DataProvider('unreadable')]
    public function testWhatIsNoScoreIsRefusedWithAMessage(string $source, string $message): void
    {
        $this->expectException(UnreadableFile::class);
        $this->expectExceptionMessage($message);
        ScoreFile::read($source);
    }

    /** @return iterable<string, array{string, string}> */
    public static function unreadable(): iterable
    {
        yield 'empty' => ['', 'The file is empty.'];
        yield 'a web page' => ["<!DOCTYPE html>\n<html><body>Hello</body></html>", 'This is a web page.'];
        yield 'no notes' => [self::score('<measure number="1"/>'), 'The file holds no notes.'];
        yield 'broken at once' => ['<score-partwise><part', 'The XML is broken here'];
        yield 'an entity bomb' => [
            '<?xml version="1.0"?><!DOCTYPE s [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;&a;">]><score-partwise>&b;</score-partwise>',
            'defines entities of its own',
        ];
        yield 'too large' => [str_repeat(' ', ScoreFile::MAX_BYTES).'X', 'larger than 20 MB'];
        yield 'a packed file' => ["PK\x03\x04....", 'packed file'];
    }

    public function testAnExcerptHasNoLooseEnds(): void
    {
        $piece = Tunes::abc('C(D E2|F2 G)A-|A(B c2|d4)|]', '4/4', 'D');
        $cut = Excerpt::cut($piece, 1, 3);
        self::assertSame('F#4:2 G4:1 A4:1- | A4:1 B4:1 C#5:2', Tunes::text($cut));
        $xml = Writer::forEngraving($cut, ['2', '3']);
        self::assertSame(0, substr_count($xml, '<slur'));
        self::assertStringContainsString('<beats>4</beats>', $xml);
        self::assertStringContainsString('id="P1-m1-v1-0"', $xml);
        self::assertStringContainsString('<measure number="3"', $xml);
    }

    public function testBeamsJoinTheEighthsOfABeatAndAccidentalsArePrintedOnce(): void
    {
        $xml = Writer::write(Tunes::abc('C/D/ E/4F/4G/ ^F F =F|]'));
        self::assertSame(2, substr_count($xml, '<beam number="1">begin</beam>'));
        self::assertSame(1, substr_count($xml, '<beam number="2">begin</beam>'));
        self::assertSame(1, substr_count($xml, '<accidental>sharp</accidental>'));
        self::assertSame(1, substr_count($xml, '<accidental>natural</accidental>'));
    }
}
