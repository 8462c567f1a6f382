<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Score;

use CoinStair\Core\Score\Incipit;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 2. */
final class IncipitTest extends TestCase
{
    #[DataProvider('beginnings')]
    public function testTheFirstTwoMeasuresThatArePlayed(string $body, ?string $begins): void
    {
        $incipit = Incipit::of(Tunes::abc($body));
        self::assertSame($begins, null === $incipit ? null : Tunes::text($incipit));
    }

    /** @return iterable<string, array{string, string|null}> */
    public static function beginnings(): iterable
    {
        yield 'two measures of many' => ['CDEF|G4|A4|B4|]', 'C4:1 D4:1 E4:1 F4:1 | G4:4'];
        yield 'with the pickup before them' => ['G|CDEF|G4|A3|]', 'G4:1 | C4:1 D4:1 E4:1 F4:1 | G4:4'];
        yield 'one measure' => ['CDEF|]', 'C4:1 D4:1 E4:1 F4:1'];
        yield 'rests are no beginning' => ['z4|z4|z4|CDEF|G4|]', 'C4:1 D4:1 E4:1 F4:1 | G4:4'];
        yield 'an outline has none' => ['z4|z4|]', null];
    }

    public function testOfThePartThatPlaysThere(): void
    {
        $piece = Tunes::abc("V:1 name=\"Violin\"\nz4|z4|E4|]\nV:2 name=\"Cello\" clef=bass\nC,4|D,4|E,4|]");
        self::assertSame('Cello', self::incipit($piece)->parts[0]->name);
        $together = Tunes::abc("V:1 name=\"Violin\"\nz4|E4|E4|]\nV:2 name=\"Cello\" clef=bass\nC,4|D,4|E,4|]");
        self::assertSame('Violin', self::incipit($together)->parts[0]->name);
        self::assertCount(1, self::incipit($together)->parts);
    }

    private static function incipit(Piece $piece): Piece
    {
        return Incipit::of($piece) ?? throw new \LogicException('A piece with notes begins somewhere.');
    }
}
