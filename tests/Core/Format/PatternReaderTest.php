<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\QuickEntry\PatternReader;
use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PatternReaderTest extends TestCase
{
    #[DataProvider('patterns')]
    public function testAPatternIsPlayedOnThePlainLine(string $line, string $pattern, string $expected): void
    {
        self::assertSame($expected, Tunes::text(PatternReader::read($pattern)->apply(Tunes::abc($line))));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function patterns(): iterable
    {
        yield 'a tone a measure' => ['D4|E4|', 'B/ B/ B B2', 'D4:1/2 D4:1/2 D4:1 D4:2 | E4:1/2 E4:1/2 E4:1 E4:2'];
        yield 'a tone a beat' => ['D E F G|', 'B/ B/', 'D4:1/2 D4:1/2 E4:1/2 E4:1/2 F4:1/2 F4:1/2 G4:1/2 G4:1/2'];
        yield 'the figure is repeated in the measure' => ['D4|', 'B B/ B/', 'D4:1 D4:1/2 D4:1/2 D4:1 D4:1/2 D4:1/2'];
        yield 'its rests stay' => ['D2 E2|', 'B z', 'D4:1 z:1 E4:1 z:1'];
        yield 'where the line rests, it rests' => ['D2 z2|', 'B/ B/', 'D4:1/2 D4:1/2 D4:1/2 D4:1/2 z:1/2 z:1/2 z:1/2 z:1/2'];
        yield 'it is cut at the bar line' => ['D4|E4|', 'B3', 'D4:3 D4:1 | E4:3 E4:1'];
        yield 'triplets' => ['D2 E2|', '(3B/B/B/ B', 'D4:1/3 D4:1/3 D4:1/3 D4:1 E4:1/3 E4:1/3 E4:1/3 E4:1'];
        yield 'slurs' => ['D2 E2|', '(B B)', '(D4:1 D4:1) (E4:1 E4:1)'];
    }

    public function testItBringsItsBowsAndArticulations(): void
    {
        $marks = array_map(
            static fn ($event) => $event->marks,
            PatternReader::read('v.B u!accent!B')->apply(Tunes::abc('D4|'))->parts[0]->events(0),
        );
        self::assertSame([BowMark::Down, BowMark::Up, BowMark::Down, BowMark::Up], array_column($marks, 'bow'));
        self::assertSame([[Articulation::Staccato], [Articulation::Accent]], \array_slice(array_column($marks, 'articulations'), 0, 2));
    }

    #[DataProvider('mistakes')]
    public function testWhatIsNoPatternIsToldWhy(string $text, string $message): void
    {
        $this->expectException(Refusal::class);
        $this->expectExceptionMessage($message);
        PatternReader::read($text);
    }

    /** @return iterable<string, array{string, string}> */
    public static function mistakes(): iterable
    {
        yield 'nothing' => [' ', 'one to a few notes'];
        yield 'a strange sign' => ['B ; B', '";" is no ABC sign'];
        yield 'much too long' => [str_repeat('B ', 200), 'one to a few notes'];
    }
}
