<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\QuickEntry\Entry;
use CoinStair\Core\Format\QuickEntry\EntryMode;
use CoinStair\Core\Format\QuickEntry\MeasureCount;
use CoinStair\Core\Format\QuickEntry\Problem;
use CoinStair\Core\Format\QuickEntry\Reader;
use CoinStair\Core\Format\QuickEntry\Writer;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class QuickEntryTest extends TestCase
{
    #[DataProvider('fingerLines')]
    public function testFingersBecomePitches(Instrument $instrument, string $key, string $text, string $expected): void
    {
        $result = Reader::read(new Entry(EntryMode::Fingers, $text, meter: '4/4', unit: '1/4', key: $key, instrument: $instrument));
        self::assertSame([], self::messages($result->problems));
        self::assertSame($expected, self::pitches($result->piece));
    }

    /** @return iterable<string, array{Instrument, string, string, string}> */
    public static function fingerLines(): iterable
    {
        yield 'violin in D' => [Instrument::Violin, 'D', 'D0 1 2 3 | A0 1 2 3', 'D4 E4 F#4 G4 A4 B4 C#5 D5'];
        yield 'violin in G' => [Instrument::Violin, 'G', 'D3 A0 1 2 | 3 E0 1 2', 'G4 A4 B4 C5 D5 E5 F#5 G5'];
        yield 'the example of the grammar' => [Instrument::Violin, 'G', 'G0 G1 Gl2 D0 |', 'G3 A3 Bb3 D4'];
        yield 'low, high, stretched, natural' => [Instrument::Violin, 'F', 'A1 l1 h3 n2 | x4 l4 E0 l1', 'Bb4 Bb4 D#5 C#5 E#5 Eb5 E5 F5'];
        yield 'a high first finger' => [Instrument::Violin, 'D', 'D0 h1 2 3 | Ah1 2 3 E0', 'D4 E#4 F#4 G4 B#4 C#5 D5 E5'];
        yield 'from the key' => [Instrument::Violin, 'F#', 'D1 2 3 A1 |', 'E#4 F#4 G#4 B4'];
        yield 'viola on C and G' => [Instrument::Viola, 'G', 'C0 1 2 3 | G0 1 2 3', 'C3 D3 E3 F#3 G3 A3 B3 C4'];
        yield 'cello in D, closed' => [Instrument::Cello, 'D', 'D0 1 3 4 | A0 1 3 4', 'D3 E3 F#3 G3 A3 B3 C#4 D4'];
        yield 'cello in A, the key stretches the hand' => [Instrument::Cello, 'A', 'G1 2 4 D0 | 1 x2 x4 A0', 'A2 B2 C#3 D3 E3 F#3 G#3 A3'];
        yield 'cello, low 1' => [Instrument::Cello, 'F', 'A0 1 A0 l1 |', 'A3 Bb3 A3 Bb3'];
        yield 'bass' => [Instrument::Bass, 'D', 'D0 1 4 G0 | 1 4 2 G0', 'D2 E2 F#2 G2 A2 B2 Bb2 G2'];
    }

    /** @param list<array{int, int}> $begins line and column */
    #[DataProvider('measureStarts')]
    public function testEachMeasureHasThePlaceInTheTextAtWhichItBegins(EntryMode $mode, string $text, array $begins): void
    {
        $counts = Reader::read(new Entry($mode, $text))->counts;
        self::assertSame($begins, array_map(static fn (MeasureCount $count): array => [$count->line, $count->column], $counts));
    }

    /** @return iterable<string, array{EntryMode, string, list<array{int, int}>}> */
    public static function measureStarts(): iterable
    {
        yield 'letters' => [EntryMode::Letters, 'D E F G | A4 |d4', [[1, 1], [1, 11], [1, 15]]];
        yield 'over lines' => [EntryMode::Letters, "D4 |\n  A4 |", [[1, 1], [2, 3]]];
        yield 'with repeats and endings' => [EntryMode::Letters, '|: D4 |1 E4 :|2 F4 |]', [[1, 1], [1, 7], [1, 13]]];
        yield 'fingers' => [EntryMode::Fingers, 'D0 l1 2 3 | A0:4', [[1, 1], [1, 13]]];
        yield 'letters beyond one byte before them' => [EntryMode::Letters, '"á"D4 | E4', [[1, 4], [1, 9]]];
    }

    public function testLengthsRestsBarsTiesSlursAndBows(): void
    {
        $result = Reader::read(new Entry(EntryMode::Fingers, '|: uD0:2 v1 z | (2 3:1/2) 3:3/2- 3:1 :| [1 A0:4 :| [2 D0:4 |]', key: 'D'));
        self::assertSame([], self::messages($result->problems));
        $piece = $result->piece;
        self::assertNotNull($piece);
        self::assertSame('D4:2 E4:1 z:1 | (F#4:1 G4:1/2) G4:3/2- G4:1 | A4:4 | D4:4', Tunes::text($piece));
        self::assertSame(
            [2, [1], [2]],
            [$piece->measures[2]->repeatTimes, $piece->measures[2]->endingStart, $piece->measures[3]->endingStart],
        );
        $first = $piece->parts[0]->events(0)[0]->marks;
        self::assertSame([[0 => 0], [0 => 'D']], [$first->fingers, $first->strings]);
    }

    /** @param list<string> $expected as line:column:length message */
    #[DataProvider('mistakes')]
    public function testAMistakeIsToldUnderItsToken(EntryMode $mode, string $text, array $expected): void
    {
        $result = Reader::read(new Entry($mode, $text, key: 'D'));
        self::assertSame(
            $expected,
            array_map(
                static fn (Problem $problem): string => \sprintf(
                    '%d:%d:%d %s',
                    $problem->line,
                    $problem->column,
                    $problem->length,
                    $problem->notice->text(),
                ),
                $result->problems,
            ),
        );
    }

    /** @return iterable<string, array{EntryMode, string, list<string>}> */
    public static function mistakes(): iterable
    {
        yield 'five beats' => [
            EntryMode::Letters,
            'D E F G | A B A G F |',
            ['1:11:1 Measure 2 holds 5 beats; its meter 4/4 asks for 4.'],
        ];
        yield 'a strange sign' => [
            EntryMode::Letters,
            "D E F G |\nA ; B2 A |",
            ['2:3:1 ";" is no ABC sign that is known here; it was left out.'],
        ];
        yield 'a line that looks like a field' => [
            EntryMode::Letters,
            'K: D4 |',
            [
                '1:1:2 "K" is no ABC sign that is known here; it was left out.',
                '1:2:1 ":" is no ABC sign that is known here; it was left out.',
            ],
        ];
        yield 'no such string' => [EntryMode::Fingers, 'C1 D0:4 |', ['1:1:2 The violin has no C string.']];
        yield 'no string yet' => [EntryMode::Fingers, '1 D0:4 |', ['1:1:1 The first finger needs its string, as in D1.']];
        yield 'no such finger' => [
            EntryMode::Fingers,
            'D0 D7 D0:3 |',
            ['1:4:2 "D7" is no finger; one such as G1, Dl2 or 3:2 was expected.'],
        ];
        yield 'no such place' => [EntryMode::Fingers, 'D0:4 h2 |', ['1:6:2 Finger 2 has no high place on the violin.']];
        yield 'five beats of fingers, in the second line' => [
            EntryMode::Fingers,
            "D0:4 |\nD0 1 2 3 A0 |",
            ['2:1:2 Measure 2 holds 5 beats; its meter 4/4 asks for 4.'],
        ];
        yield 'a length off the grid' => [
            EntryMode::Fingers,
            'D0:3 1:1/11 |',
            ['1:6:6 The length "1/11" cannot be read exactly; the note was left out.'],
        ];
    }

    public function testWhatStandsBeforeTheLineIsChecked(): void
    {
        $result = Reader::read(new Entry(EntryMode::Letters, 'D4 |', meter: 'four', key: 'X', tempo: 'fast'));
        self::assertSame(
            ['The key "X" is not understood; one such as D, Gm or A mix was expected.', 'The tempo "fast" is no number of beats a minute.'],
            self::messages($result->problems),
        );
        self::assertNotNull($result->piece);
    }

    public function testASharpBehindItsLetterIsUnderstood(): void
    {
        $read = static fn (string $text): array => array_map(
            static fn ($event): string => $event->pitches[0]->name(),
            Reader::read(new Entry(EntryMode::Letters, $text, key: 'C'))->piece?->parts[0]->events(0) ?? [],
        );
        self::assertSame($read('^F G ^c d'), $read('F# G c# d'));
        $problems = Reader::read(new Entry(EntryMode::Letters, 'F# G "C#" A B # |', key: 'C'))->problems;
        self::assertSame([6, 15], array_map(static fn (Problem $problem): int => $problem->column, $problems), 'and nothing else is moved');
    }

    public function testNothingTypedIsNoProblem(): void
    {
        $result = Reader::read(new Entry(EntryMode::Letters, " \n "));
        self::assertSame([null, [], []], [$result->piece, $result->problems, $result->counts]);
    }

    public function testBeatsAreCountedMeasureByMeasure(): void
    {
        $result = Reader::read(new Entry(EntryMode::Letters, 'A | D2 E F | G A B A G | F E D', key: 'D'));
        self::assertSame(
            ['0:1 right', '1:4 right', '2:5 wrong', '3:3 right'],
            array_map(
                static fn (MeasureCount $count): string => $count->number.':'.$count->beats.($count->right ? ' right' : ' wrong'),
                $result->counts,
            ),
        );
    }

    public function testATempoCountsTheBeatOfTheMeter(): void
    {
        $piece = Reader::read(new Entry(EntryMode::Letters, 'D3 |', meter: '6/8', unit: '1/8', key: 'D', tempo: '60'))->piece;
        self::assertSame([60, 15120], [$piece?->goalTempo, $piece?->beatTicks]);
    }

    public function testEveryTuneComesBackFromItsLine(): void
    {
        foreach (glob(\dirname(__DIR__, 3).'/demo/tunes/*') ?: [] as $file) {
            $piece = ScoreFile::read((string) file_get_contents($file))->piece;
            foreach ($piece->parts as $part) {
                foreach (['letters' => Writer::letters(...), 'fingers' => Writer::fingers(...)] as $mode => $write) {
                    $result = Reader::read($write($piece, $part, 0, \count($piece->measures)));
                    $beyond = 'fingers' === $mode && [] !== $result->problems;
                    if (!$beyond) {
                        self::assertSame([], self::messages($result->problems), basename($file).' '.$mode);
                        self::assertSame(
                            self::sounds($piece->withParts([$part])),
                            self::sounds($result->piece),
                            basename($file).' '.$mode,
                        );
                    } else {
                        self::assertStringContainsString(
                            'is no finger',
                            implode('', self::messages($result->problems)),
                            'Only what lies beyond first position may stay a letter.',
                        );
                    }
                }
            }
        }
    }

    public function testNothingThatIsTypedBreaksTheReader(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(11));
        $signs = [
            'D0',
            'A1',
            'l2',
            ':',
            '|',
            '|:',
            ':|',
            '[1',
            '(',
            ')',
            '-',
            'z',
            'z:2',
            'u',
            'v',
            '3',
            '!p!',
            '"',
            '{',
            '&',
            'K:D',
            '%',
            '\\',
            "\n",
            ' ',
            'é',
            '[K:G]',
            '4/',
            '(3',
            'G:9999',
            ';',
        ];
        for ($line = 0; $line < 1500; ++$line) {
            $text = '';
            for ($sign = $random->getInt(0, 25); $sign > 0; --$sign) {
                $text .= $signs[$random->getInt(0, \count($signs) - 1)];
            }
            $result = Reader::read(new Entry(EntryMode::cases()[$line % 2], $text, key: 'G'));
            foreach ($result->problems as $problem) {
                self::assertNotSame('', $problem->notice->text());
                self::assertLessThanOrEqual(substr_count($text, "\n") + 1, $problem->line);
            }
        }
    }

    private static function pitches(?Piece $piece): string
    {
        $names = [];
        foreach ($piece->parts[0]->measures ?? [] as $events) {
            foreach ($events as $event) {
                array_push($names, ...array_map(static fn (Pitch $pitch): string => $pitch->name(), $event->pitches));
            }
        }

        return implode(' ', $names);
    }

    private static function sounds(?Piece $piece): string
    {
        self::assertNotNull($piece);

        return (string) preg_replace_callback(
            '/[A-G][b#]*-?\d/',
            static fn (array $match): string => (string) Pitch::parse($match[0])->midi(),
            Tunes::text($piece),
        );
    }

    /**
     * @param list<Problem> $problems
     *
     * @return list<string>
     */
    private static function messages(array $problems): array
    {
        return array_map(static fn (Problem $problem): string => $problem->notice->text(), $problems);
    }
}
