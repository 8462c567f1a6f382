<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Skill\Rule;

use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Skill\Rule\Block;
use CoinStair\Core\Skill\Rule\RuleParser;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class RuleParserTest extends TestCase
{
    /** @return iterable<string, array{string, string}> typed, and as it is told again */
    public static function rules(): iterable
    {
        yield 'a block' => ['finger(A, 2, low)', 'finger(A, 2, low)'];
        yield 'spaces and lines' => ["  finger( A ,2\n, low )", 'finger(A, 2, low)'];
        yield 'a parameter by name' => ['rhythm(quarter, off-beat: yes)', 'rhythm(quarter, off-beat: yes)'];
        yield 'names in any order' => ['finger(finger: 4, string: any)', 'finger(any, 4)'];
        yield 'what is usual is not written' => ['finger(D, 1, any, I, any)', 'finger(D, 1)'];
        yield 'no parameter needed' => ['entry', 'entry(1+)'];
        yield 'a number or more' => ['slur(4+)', 'slur(4+)'];
        yield 'less than' => ['move(hop, beats: <0.5)', 'move(hop, beats: <0.5)'];
        yield 'several' => ['all(key(1-sharp), none(form(repeat)))', 'all(key(1-sharp), none(form(repeat)))'];
        yield 'so many times' => ['at-least( 3 ,crossing(2+))', 'at-least(3, crossing(2+))'];
        yield 'letters beyond ASCII' => ['hand(II½)', 'hand(II½)'];
    }

    #[DataProvider('rules')]
    public function testReadsRulesAndTellsThemAgain(string $typed, string $told): void
    {
        self::assertSame($told, RuleParser::read($typed)->text());
        self::assertSame($told, RuleParser::read($told)->text());
    }

    public function testEveryBlockHasAnExampleThatIsARule(): void
    {
        foreach (Block::cases() as $block) {
            self::assertSame($block->example(), RuleParser::read($block->example())->text());
        }
    }

    /** @return iterable<string, array{string, int, non-empty-string}> typed, column of the wrong word, message */
    public static function mistakes(): iterable
    {
        yield 'nothing' => ['  ', 1, 'A rule is missing; expected a building block such as finger(A, 2, low).'];
        yield 'no such block' => ['fingers(A)', 1, '"fingers" is no building block; expected one of: finger, hand,'];
        yield 'no such word' => ['finger(H, 2)', 8, '"H" is no string of finger; expected C, G, D, A, E, any.'];
        yield 'no such word further on' => ['all(finger(A, 2), finger(A, 5))', 29, '"5" is no finger of finger; expected 0, 1, 2, 3, 4'];
        yield 'no such name' => ['rhythm(quarter, dots: yes)', 17, 'rhythm has no "dots"; expected one of: value, dotted'];
        yield 'no number' => ['slur(many)', 6, '"many" is no notes of slur; expected a number such as 2, 2+ or <2.'];
        yield 'a word is missing' => ['finger(A)', 10, 'finger needs its finger; expected 0, 1, 2, 3, 4, any.'];
        yield 'too much' => ['hand(III, IV)', 11, '"IV" is too much for hand; it takes position.'];
        yield 'twice' => ['finger(A, 2, string: D)', 22, 'finger has its string twice.'];
        yield 'not closed' => ['finger(A, 2', 12, '"…" stands where , or ) was expected.'];
        yield 'something after the end' => ['hand(III) x', 11, '"x" is left over after the end of the rule.'];
        yield 'no times' => ['at-least(crossing(1))', 10, '"crossing" is no number of times for at-least; expected a number such as 3.'];
        yield 'no meter' => ['meter(4)', 7, '"4" is no meter of meter; expected 3/4.'];
        yield 'column counts letters, not bytes' => ['any(hand(II½), hand(V))', 21, '"V" is no position of hand'];
        yield 'nothing inside' => ['all()', 5, '")" is no building block'];
    }

    /** @param non-empty-string $message */
    #[DataProvider('mistakes')]
    public function testTellsTheWrongWordItsColumnAndWhatWasExpected(string $typed, int $column, string $message): void
    {
        try {
            RuleParser::read($typed);
            self::fail('The rule was read.');
        } catch (Refusal $refusal) {
            self::assertStringStartsWith($message, $refusal->notice->text());
            self::assertSame($column, $refusal->notice->column);
        }
    }

    public function testRefusesWhatIsTooMuch(): void
    {
        foreach (
            [
                str_repeat('all(', 9).'hand(I)'.str_repeat(')', 9),
                str_repeat('(', 900),
                str_repeat('a', 5000),
                'any('.implode(', ', array_fill(0, 41, 'hand(I)')).')',
                "\xff\xfe(",
            ] as $hostile
        ) {
            try {
                RuleParser::read($hostile);
                self::fail('The rule was read.');
            } catch (Refusal $refusal) {
                self::assertNotSame('', $refusal->notice->text());
            }
        }
    }
}
