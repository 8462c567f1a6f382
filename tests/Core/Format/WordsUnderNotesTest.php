<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\QuickEntry\WordsUnderNotes;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 6: say, with own words under the notes. */
final class WordsUnderNotesTest extends TestCase
{
    private const TUNE = "G|C D E F|G2 z G-|G2 A2|\nB4|]";

    /** @param list<string> $under syllables by measure, with the hyphen of a word that goes on */
    #[DataProvider('words')]
    public function testEachNoteHasItsSyllable(string $typed, array $under, ?string $shown = null): void
    {
        $piece = WordsUnderNotes::under(Tunes::abc(self::TUNE), 'P1', $typed);
        $part = $piece->parts[0];
        $said = array_map(
            static fn (array $events): string => implode(' ', array_map(
                static fn (Event $event): string => isset($event->marks->lyrics[1])
                    ? $event->marks->lyrics[1]->text.($event->marks->lyrics[1]->wordGoesOn ? '-' : '')
                    : '.',
                $events,
            )),
            $part->measures,
        );
        self::assertSame($under, $said);
        self::assertSame($shown ?? $typed, WordsUnderNotes::text($piece, $part));
        $again = WordsUnderNotes::under($piece, 'P1', WordsUnderNotes::text($piece, $part));
        self::assertEquals($piece, $again);
        self::assertSame('', WordsUnderNotes::text(WordsUnderNotes::under($piece, 'P1', ''), Tunes::abc(self::TUNE)->parts[0]));
    }

    /** @return iterable<string, array{0: string, 1: list<string>, 2?: string}> */
    public static function words(): iterable
    {
        yield 'a word a note, none on rests and ties' => [
            "tea | ket-tle on the | hob is | hot |\nnow",
            ['tea', 'ket- tle on the', 'hob . is', '. hot', 'now'],
        ];
        yield 'some' => ['| ket-tle', ['.', 'ket- tle . .', '. . .', '. .', '.']];
        yield 'a note without one' => ['| ket-tle * the', ['.', 'ket- tle . the', '. . .', '. .', '.']];
        yield 'a word over the bar' => ['wa-|ter', ['wa-', 'ter . . .', '. . .', '. .', '.'], 'wa-| ter'];
        yield 'two words on one note' => ['in~a', ['in a', '. . . .', '. . .', '. .', '.']];
        yield 'blanks do not matter' => [" tea|\n\n ket - tle|", ['tea', 'ket tle . .', '. . .', '. .', '.'], 'tea | ket tle'];
    }

    public function testMoreSyllablesThanNotesAreRefusedWithTheMeasure(): void
    {
        foreach (['| a b c d e' => '1', '| | a b c' => '2'] as $typed => $number) {
            try {
                WordsUnderNotes::under(Tunes::abc(self::TUNE), 'P1', $typed);
                self::fail('Too many syllables were taken.');
            } catch (Refusal $refusal) {
                self::assertSame($number, $refusal->notice->parameters['number']);
            }
        }
        $this->expectException(Refusal::class);
        WordsUnderNotes::under(Tunes::abc(self::TUNE), 'P1', 'a|b|c|d|e|f');
    }

    public function testOtherVersesStay(): void
    {
        $piece = Tunes::abc("C D E F|]\nw: one two\nw: and more");
        $changed = WordsUnderNotes::under($piece, 'P1', '* * three');
        self::assertSame(['more', 'three'], [
            $changed->parts[0]->events(0)[1]->marks->lyrics[2]->text,
            $changed->parts[0]->events(0)[2]->marks->lyrics[1]->text,
        ]);
        self::assertArrayNotHasKey(1, $changed->parts[0]->events(0)[0]->marks->lyrics);
    }
}
