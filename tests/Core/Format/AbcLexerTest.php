<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\Abc\Lexer;
use CoinStair\Core\Format\Abc\Line;
use CoinStair\Core\Format\Abc\Symbols;
use CoinStair\Core\Format\Abc\Token;
use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\UnreadableFile;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** A line of music taken apart into its signs, each with its place. */
final class AbcLexerTest extends TestCase
{
    /** @param list<string> $expected */
    #[DataProvider('lines')]
    public function testSigns(string $line, array $expected): void
    {
        self::assertSame($expected, self::told($line));
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function lines(): iterable
    {
        yield 'notes with signs, octaves and lengths' => ["^f'2 _B,,/ c3/2", ["0 Note ^,,f,',2", '5 Note _,,B,,,,/', '11 Note ,,c,,3/2']];
        yield 'a microtone' => ['^3/2c', ['0 Note ^,3/2,c,,']];
        yield 'rests' => ['z2 Z4 x', ['0 Rest z,2', '3 Rest Z,4', '6 Rest x,']];
        yield 'bar lines' => ['|: A :|2 B |]', ['0 Bar |:,,:,', '3 Note ,,A,,', '5 Bar :|2,:,,2', '9 Note ,,B,,', '11 Bar |],,,']];
        yield 'both ways' => ['A :: B', ['0 Note ,,A,,', '2 Bar ::,:,:,', '5 Note ,,B,,']];
        yield 'an ending, a field and a chord begin alike' => [
            '[1A [K:G] [CE]2',
            ['0 Ending 1', '2 Note ,,A,,', '4 Field K,G', '10 Chord 2, (11 Note ,,C,, 12 Note ,,E,,)'],
        ];
        yield 'a tuplet and a slur begin alike' => [
            '(3ab (c)',
            [
                '0 Tuplet 3,,',
                '2 Note ,,a,,',
                '3 Note ,,b,,',
                '5 SlurStart ',
                '6 Note ,,c,,',
                '7 SlurStop ',
            ],
        ];
        yield 'a tuplet with all its numbers' => ['(5:4:3a', ['0 Tuplet 5,4,3', '6 Note ,,a,,']];
        yield 'marks' => [
            '!4!A "pizz."B .c',
            [
                '0 Decoration 4',
                '3 Note ,,A,,',
                '5 Annotation pizz.',
                '12 Note ,,B,,',
                '14 Decoration staccato',
                '15 Note ,,c,,',
            ],
        ];
        yield 'marks within a chord' => ['[!1!C"x"E-]', ['0 Chord ,- (1 Decoration 1 4 Note ,,C,, 5 Annotation x 8 Note ,,E,,)']];
        yield 'grace notes, and a chord of them' => [
            '{a[ce]}d',
            [
                '0 Graces  (1 Note ,,a,, 5 Chord  (3 Note ,,c,, 4 Note ,,e,,))',
                '7 Note ,,d,,',
            ],
        ];
        yield 'dotted rhythms' => [
            'A>B c<<d',
            [
                '0 Note ,,A,,',
                '1 Broken >',
                '2 Note ,,B,,',
                '4 Note ,,c,,',
                '5 Broken <<',
                '7 Note ,,d,,',
            ],
        ];
        yield 'another voice, and a tie' => ['A- A & C', ['0 Note ,,A,,', '1 Tie ', '3 Note ,,A,,', '5 Overlay ', '7 Note ,,C,,']];
        yield 'room between notes is none of the music' => ["A\t`y\\ B", ['0 Note ,,A,,', '6 Note ,,B,,']];
        yield 'what does not close' => [
            '[CE !f',
            [
                '0 Problem A closing ] was expected.,',
                '1 Note ,,C,,',
                '2 Note ,,E,,',
                '4 Problem A closing {sign} was expected.,!',
                '5 Note ,,f,,',
            ],
        ];
        yield 'a quote that does not close takes the rest' => [
            'A "pizz. B',
            [
                '0 Note ,,A,,',
                '2 Problem A closing {sign} was expected.,"',
            ],
        ];
        yield 'letters that nobody knows, of any width' => [
            'A é;',
            [
                '0 Note ,,A,,',
                '2 Problem "{sign}" is no ABC sign that is known here; it was left out.,é',
                '4 Problem "{sign}" is no ABC sign that is known here; it was left out.,;',
            ],
        ];
        yield 'nothing' => ['', []];
    }

    public function testASignStandsForWhatTheTuneSays(): void
    {
        $symbols = new Symbols();
        $symbols->set('y', 'upbow');
        $symbols->set('u', 'breath');
        self::assertSame(['0 Decoration upbow', '1 Decoration breath', '2 Note ,,c,,'], self::told('yuc', $symbols));
    }

    public function testAGroupOfGraceNotesHasAnEnd(): void
    {
        $this->expectException(UnreadableFile::class);
        self::told('{'.str_repeat('abcdefg ', Limits::GRACES + 1).'}');
    }

    public function testColumnsAreLettersAndMayBeAskedForInAnyOrder(): void
    {
        $line = new Line(3, 'é"ö"A ]');
        self::assertSame([1, 2, 5, 2], array_map($line->column(...), [0, 2, 6, 2]));
        self::assertSame(8, $line->next(']', 0));
        self::assertFalse($line->next('}', 0));
        self::assertFalse($line->next('}', 4));
    }

    /** @return list<string> place, kind and parts of each sign */
    private static function told(string $line, ?Symbols $symbols = null): array
    {
        $tokens = (new Lexer(new Line(1, $line), $symbols ?? new Symbols()))->tokens();

        return array_map(self::one(...), iterator_to_array($tokens, false));
    }

    private static function one(Token $token): string
    {
        $inside = [] === $token->inside ? '' : ' ('.implode(' ', array_map(self::one(...), $token->inside)).')';

        return $token->at.' '.$token->kind->name.' '.implode(',', $token->parts).$inside;
    }
}
