<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\WarmUp;

use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Tests\Tunes;
use CoinStair\Core\WarmUp\StrokeMusic;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 6, "Warm-ups made from the piece": a stroke or a rhythm as it is written. */
final class StrokeMusicTest extends TestCase
{
    /** @return iterable<string, array{string, int, string}> notes, position of the measure, what is played on open D */
    public static function measures(): iterable
    {
        yield 'rests stay' => ['D z E F|', 0, 'D4:1 z:1 D4:1 D4:1'];
        yield 'slurs stay' => ['(D E) (F G)|', 0, '(D4:1 D4:1) (D4:1 D4:1)'];
        yield 'a slur that leads out of it ends with it' => ['D E (F G|A4)|', 0, 'D4:1 D4:1 (D4:1 D4:1)'];
        yield 'one that leads into it is none' => ['D E (F G|A2) A2|', 1, 'D4:2 D4:2'];
        yield 'one inside another closes with it' => ['((D E) F G|A4)|', 0, '((D4:1 D4:1) D4:1 D4:1)'];
        yield 'a tie inside it stays' => ['D2- D E|', 0, 'D4:2- D4:1 D4:1'];
        yield 'one that leads out of it is let go' => ['D2 E2-|E4|', 0, 'D4:2 D4:2'];
        yield 'one that leads into it as well' => ['D2 E2-|E2 F2|', 1, 'D4:2 D4:2'];
        yield 'triplets stay' => ['(3DEF G2 A|', 0, 'D4:2/3 D4:2/3 D4:2/3 D4:2 D4:1'];
        yield 'chords become one string' => ['[DA]2 E2|', 0, 'D4:2 D4:2'];
        yield 'small notes go' => ['{c}D2 E2|', 0, 'D4:2 D4:2'];
    }

    #[DataProvider('measures')]
    public function testItIsCopied(string $abc, int $position, string $expected): void
    {
        $copied = StrokeMusic::copy('W1', Tunes::abc($abc)->parts[0]->events($position), Pitch::parse('D4'));
        $one = Tunes::abc('D4|');

        self::assertSame($expected, Tunes::text($one->withParts([$one->parts[0]->withMeasures([$copied])])));
    }

    public function testTheSecondNoteOfATieIsHeldOn(): void
    {
        $copied = StrokeMusic::copy('W1', Tunes::abc('D2- D E-|E4|')->parts[0]->events(0), Pitch::parse('D4'));
        self::assertSame([false, true, false], array_column($copied, 'tiedFrom'));
        self::assertSame([true, false, false], array_column($copied, 'tiedTo'));
    }

    public function testDotsAreKept(): void
    {
        $copied = StrokeMusic::copy('W1', Tunes::abc('(.D.E) F2|')->parts[0]->events(0), Pitch::parse('D4'));
        self::assertSame([true, true, false], array_map(
            static fn (Event $event): bool => $event->marks->has(Articulation::Staccato),
            $copied,
        ));
    }
}
