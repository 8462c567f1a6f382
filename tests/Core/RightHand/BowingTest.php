<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\RightHand;

use CoinStair\Core\RightHand\Bowing;
use CoinStair\Core\RightHand\Direction;
use CoinStair\Core\RightHand\DirectionPolicy;
use CoinStair\Core\RightHand\HandNotice;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\RightHand\Strokes;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 4. D and U; ^ stands before a retake, h after a hook, a bar line between measures. */
final class BowingTest extends TestCase
{
    #[DataProvider('referenceCases')]
    #[DataProvider('furtherCases')]
    #[DataProvider('upbeats')]
    public function testDirections(string $body, string $meter, string $expected, string $policy = 'alternate'): void
    {
        $piece = Tunes::abc($body, $meter);
        self::assertSame(
            $expected,
            self::text(Bowing::of($piece, Strokes::read($piece, $piece->parts[0]), DirectionPolicy::from($policy))),
        );
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3?: string}> */
    public static function referenceCases(): iterable
    {
        yield 'five equal notes' => ['CDEFG|CDEFG|', '5/4', 'D U D U D | U D U D U'];
        yield 'through rests' => ['CDz2|CDz2|CDz2|', '4/4', 'D U | D U | D U'];
        yield 'one note and a rest' => ['CzC|zCz|', '3/4', 'D U | D'];
        yield 'strong beats down' => ['Cz|Cz|', '2/4', 'D | ^D', 'downbeat'];
        yield 'an upbeat of one' => ['C|DEFG|', '4/4', 'U | D U D U'];
        yield 'an upbeat of two' => ['CD|EFGA|', '4/4', 'D U | D U D U'];
        yield 'an upbeat of two, slurred' => ['(CD)|EFGA|', '4/4', 'U | D U D U'];
        yield 'an upbeat of three' => ['CDE|FGAB|', '4/4', 'U D U | D U D U'];
        yield 'printed down after a down' => ['vCvDEF|', '4/4', 'D ^D U D'];
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3?: string}> */
    public static function furtherCases(): iterable
    {
        yield 'a slur is one stroke' => ['(CDE)F|GABc|', '4/4', 'D U | D U D U'];
        yield 'a tie is one stroke' => ['C2D2-|D2E2|', '4/4', 'D U | D'];
        yield 'dots under a slur are hooked' => ['(.C.D) E F|', '4/4', 'D Dh U D'];
        yield 'a marked lift takes the bow back' => ['C !breath!D E F|', '4/4', 'D U ^U D'];
        yield 'printed up on the first note' => ['uCDEF|', '4/4', 'U D U D'];
        yield 'a printed mark turns what follows' => ['CD uE F|', '4/4', 'D U ^U D'];
        yield 'an upbeat before a printed up' => ['C|uDEFG|', '4/4', 'D | U D U D'];
        yield 'plucked notes have no stroke' => ['C "^pizz."D E "^arco"F|', '4/4', 'D U'];
        yield 'waltz, strong beats down by hooks' => ['CDE|FGA|B3|', '3/4', 'D U Uh | D U Uh | D', 'downbeat'];
        yield 'a downbeat that nothing can mend' => ['C3|D3|E3|', '3/4', 'D | U | D', 'downbeat'];
        yield 'phrases start as the first did' => ['CDE2|FGA||CDE2|', '4/4', 'D U D | U D U | D U D', 'phrase'];
        yield 'with a lift where it is needed' => ['CDEF||C2DE|FGA2||BAGF|', '4/4', 'D U D U | D U D | U D U | D U D U', 'phrase'];
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3?: string}> */
    public static function upbeats(): iterable
    {
        yield 'one note after rests in a full first measure' => ['z3D|GABc|', '4/4', 'U | D U D U'];
        yield 'two after rests' => ['z2DE|GABc|', '4/4', 'D U | D U D U'];
        yield 'three after a rest' => ['zDEF|GABc|', '4/4', 'U D U | D U D U'];
        yield 'two slurred after rests' => ['z2(DE)|GABc|', '4/4', 'U | D U D U'];
        yield 'in three' => ['z2D|GAB|d3|', '3/4', 'U | D U D | U'];
        yield 'in a later phrase, against the bow' => ['D|GAB2|d2zD|GABc|', '4/4', 'U | D U D | U ^U | D U D U'];
        yield 'in a later phrase, with the bow' => ['D|GABc|d2zD|GABc|', '4/4', 'U | D U D U | D U | D U D U'];
        yield 'of two notes in a later phrase' => ['GABc|d2zD/E/|G4|', '4/4', 'D U D U | D ^D U | D'];
        yield 'without one at the start' => ['GAB2|d2zD|GABc|', '4/4', 'D U D | U ^U | D U D U'];
        yield 'after a repeat' => ['|:GABc|d2B:|D|:GABc|d3:|', '4/4', 'D U D U | D U | ^U | D U D U | D'];
        yield 'in a repeat, after rests' => ['GAB2|:z3D|GABc|d4:|', '4/4', 'D U D | U | D U D U | D'];
        yield 'in a repeat, against the bow' => ['GABc|:z3D|GABc|d4:|', '4/4', 'D U D U | ^U | D U D U | D'];
        yield 'at the end of each measure' => ['CEzG|CEzG|C4|', '4/4', 'D U ^U | D U ^U | D'];
        yield 'none where a rest follows' => ['CEzG|zCEG|C4|', '4/4', 'D U D | U D U | D'];
        yield 'none after a short rest' => ['CE2z/G/|CEGc|', '4/4', 'D U D | U D U D'];
        yield 'marked in the book' => ['z3vD|GABc|', '4/4', 'D | U D U D'];
        yield 'starts a phrase' => ['z3D|GABc||z3D|GABc|', '4/4', 'U | D U D U | ^U | D U D U', 'phrase'];
    }

    /** @param list<string> $notices */
    #[DataProvider('repeats')]
    public function testTheRepeatTurns(string $body, array $notices): void
    {
        $piece = Tunes::abc($body);
        self::assertSame(
            $notices,
            array_map(
                static fn (HandNotice $notice): string => $notice->kind.' '.$notice->position,
                Bowing::of($piece, Strokes::read($piece, $piece->parts[0]))->notices,
            ),
        );
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function repeats(): iterable
    {
        yield 'seven strokes' => ['|:CDEF|GAB2:|', ['repeat-turns 0']];
        yield 'eight strokes' => ['|:CDEF|GABc:|', []];
        yield 'seven strokes in the middle' => ['CDEF|:CDEF|GAB2:|c4|', ['repeat-turns 1']];
        yield 'a first ending that turns' => ['|:CDEF|[1GAB2:|[2c2G2|]', ['repeat-turns 0']];
        yield 'no repeat' => ['CDEF|GAB2|', []];
        yield 'a first stroke that is marked down is taken back' => ['|:vCDEF|GAB2:|', ['repeat-turns 0']];
    }

    public function testEveryStrokeAlternatesOrIsHookedOrIsARetake(): void
    {
        for ($seed = 0; $seed < 200; ++$seed) {
            $piece = RandomPieces::piece($seed);
            foreach ($piece->parts as $part) {
                foreach (DirectionPolicy::cases() as $policy) {
                    $before = null;
                    foreach (Bowing::of($piece, Strokes::read($piece, $part), $policy)->strokes as $step) {
                        if (null !== $before) {
                            self::assertTrue(
                                $step->direction !== $before || $step->has(StrokeMark::Hook) || $step->has(StrokeMark::Retake),
                                "seed $seed, {$policy->value}",
                            );
                        }
                        self::assertTrue(null === $step->stroke->printed || $step->direction === $step->stroke->printed);
                        self::assertNotSame('', $step->reason->text());
                        $before = $step->direction;
                    }
                }
            }
        }
    }

    private static function text(Bowing $bowing): string
    {
        $text = '';
        $position = 0;
        foreach ($bowing->strokes as $step) {
            $text .= str_repeat('| ', $step->stroke->position > $position ? 1 : 0);
            $position = $step->stroke->position;
            $text .=
                ($step->has(StrokeMark::Retake) ? '^' : '').
                (Direction::Down === $step->direction ? 'D' : 'U').
                ($step->has(StrokeMark::Hook) ? 'h' : '').
                ' ';
        }

        return trim($text);
    }
}
