<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\QuickEntry\Entry;
use CoinStair\Core\Format\QuickEntry\EntryMode;
use CoinStair\Core\Format\QuickEntry\PlayedNotes;
use CoinStair\Core\Format\QuickEntry\Reader;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Key;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 2: quick entry. */
final class PlayedNotesTest extends TestCase
{
    /** @param list<list<int>> $played */
    #[DataProvider('letters')]
    public function testWhatIsPlayedIsTypedInLetters(
        string $text,
        array $played,
        string $typed,
        string $meter = '4/4',
        string $unit = '1/4',
    ): void {
        self::assertTyped(new Entry(EntryMode::Letters, '', meter: $meter, unit: $unit), $text, $played, $typed);
    }

    /** @return iterable<string, array{0: string, 1: list<list<int>>, 2: string, 3?: string, 4?: string}> the caret is at ‸; in D major */
    public static function letters(): iterable
    {
        yield 'the key gives the sharps' => ['‸', [[62], [66], [69], [73]], 'D F A c‸'];
        yield 'what is not in the key has its sign' => ['‸', [[65], [72]], '=F =c‸'];
        yield 'an earlier sign in the measure is taken back' => ['=F ‸', [[66], [66]], '=F ^F F‸'];
        yield 'and not in the next' => ['=F D D D | ‸', [[66]], '=F D D D | F‸'];
        yield 'a full measure gets its bar line' => ['D E F G‸', [[69], [71]], 'D E F G | A B‸'];
        yield 'lengths count' => ['D2 F2‸', [[69]], 'D2 F2 | A‸'];
        yield 'a pickup is ended by hand' => ['A | ‸', [[62]], 'A | D‸'];
        yield 'a bar line that is there is not doubled' => ['D4 |‸', [[62]], 'D4 | D‸'];
        yield 'short notes are joined in a beat' => ['‸', [[62], [64], [66], [67]], 'DE FG‸', '4/4', '1/8'];
        yield 'in six eight by three' => ['‸', [[62], [64], [66], [67]], 'DEF G‸', '6/8', '1/8'];
        yield 'a chord' => ['‸', [[69, 62]], '[DA]‸'];
        yield 'a chord with a sign' => ['‸', [[62, 65]], '[D=F]‸'];
        yield 'a letter twice in a chord' => ['‸', [[65, 78]], '[=F^f]‸'];
        yield 'octaves' => ['‸', [[55], [50], [86]], "G, D, d'‸"];
        yield 'in the middle of a line' => ['D ‸G', [[64]], 'D E‸ G'];
        yield 'inside a slur' => ['D (‸', [[64]], 'D (E‸'];
        yield 'before the end of one' => ['(D‸)', [[64]], '(D E‸)'];
        yield 'with its bow' => ['D v‸', [[64]], 'D vE‸'];
        yield 'a change of key on the way' => ['D E F G | [K:F] F ‸', [[70]], 'D E F G | [K:F] F B‸'];
        yield 'over lines' => ["D E F G |\n‸", [[69]], "D E F G |\nA‸"];
        yield 'nothing' => ['D ‸E', [[], [128]], 'D ‸E'];
    }

    /** @param list<list<int>> $played */
    #[DataProvider('fingers')]
    public function testWhatIsPlayedIsTypedInFingers(string $text, array $played, string $typed, string $key = 'D'): void
    {
        self::assertTyped(new Entry(EntryMode::Fingers, '', key: $key), $text, $played, $typed);
    }

    /** @return iterable<string, array{0: string, 1: list<list<int>>, 2: string, 3?: string}> of a violin */
    public static function fingers(): iterable
    {
        yield 'string and finger' => ['‸', [[62], [64], [66], [69]], 'D0 1 2 A0‸'];
        yield 'a placement that the key does not give' => ['‸', [[65]], 'Dl2‸'];
        yield 'the string that holds on over the bar' => ['D0 1 2 3‸', [[62]], 'D0 1 2 3 | 0‸'];
        yield 'fingers are never joined' => ['D1:/‸', [[62]], 'D1:/ 0‸'];
        yield 'the key gives the low second finger' => ['‸', [[65]], 'D2‸', 'F'];
    }

    #[DataProvider('refused')]
    public function testWhatAHandCannotReachIsSaid(int ...$keys): void
    {
        $typed = PlayedNotes::type(new Entry(EntryMode::Fingers, 'D0 '), 3, [array_values($keys), [64]]);
        self::assertSame('D0 1', $typed->text);
        self::assertStringContainsString('type it in letters', $typed->refused->template ?? '');
    }

    /** @return iterable<string, list<int>> */
    public static function refused(): iterable
    {
        yield 'below the lowest string' => [50];
        yield 'beyond first position' => [90];
        yield 'a chord' => [62, 69];
    }

    public function testEveryKeyOfAKeyboardIsTypedSoThatItIsReadAgain(): void
    {
        foreach (['C', 'D', 'Eb', 'F#m', 'Gm', 'A mix'] as $key) {
            $entry = new Entry(EntryMode::Letters, '', key: $key, instrument: Instrument::Cello);
            $keys = range(36, 96);
            $typed = PlayedNotes::type($entry, 0, array_map(static fn (int $one): array => [$one], $keys));
            $read = Reader::read($entry->with($typed->text));
            self::assertSame([], $read->problems, $typed->text);
            $heard = [];
            foreach ($read->piece->parts[0]->measures ?? [] as $events) {
                foreach ($events as $event) {
                    array_push($heard, ...array_map(static fn ($pitch): int => $pitch->midi(), $event->pitches));
                }
            }
            self::assertSame($keys, $heard, $key);
        }
    }

    /** The leading note of a minor key is raised, not the next one lowered. */
    #[DataProvider('spellings')]
    public function testKeysOfAKeyboardAreSpelledByTheKey(string $tonic, string $mode, int $midi, string $name): void
    {
        self::assertSame($name, Key::onTonic($tonic, $mode)->spell($midi)->name());
    }

    /** @return iterable<array{string, string, int, string}> */
    public static function spellings(): iterable
    {
        yield ['G', 'minor', 66, 'F#4'];
        yield ['D', 'minor', 61, 'C#4'];
        yield ['A', 'minor', 68, 'G#4'];
        yield ['G', 'minor', 63, 'Eb4'];
        yield ['D', 'major', 65, 'F4'];
        yield ['D', 'major', 68, 'G#4'];
        yield ['C', 'major', 70, 'Bb4'];
        yield ['C', 'major', 66, 'F#4'];
        yield ['Eb', 'major', 66, 'Gb4'];
        yield ['C', 'major', 60, 'C4'];
        yield ['C', 'major', 59, 'B3'];
    }

    /** @param list<list<int>> $played */
    private static function assertTyped(Entry $entry, string $text, array $played, string $typed): void
    {
        $caret = (int) mb_strpos($text, '‸');
        $done = PlayedNotes::type($entry->with(str_replace('‸', '', $text)), $caret, $played);
        self::assertSame($typed, mb_substr($done->text, 0, $done->caret).'‸'.mb_substr($done->text, $done->caret));
        self::assertNull($done->refused);
    }
}
