<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Format\QuickEntry\Outline;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Sound\Repetition;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class OutlineTest extends TestCase
{
    public function testMeterMeasuresLinesSectionsAndTempo(): void
    {
        $outline = Outline::of('Long Jetty', 'made up', '3/4', 'G', '16', '1', '5 4', 'A 0, B 9', '96');
        self::assertSame([], $outline->problems);
        $piece = $outline->piece;
        self::assertNotNull($piece);
        self::assertTrue($piece->isOutline());
        self::assertSame(
            [17, '3/4', 'G', 96],
            [\count($piece->measures), $piece->measures[3]->meter->name(), $piece->measures[0]->key->tonic(), $piece->goalTempo],
        );
        self::assertSame('0', MeasureNumbers::of($piece)->at(0));
        self::assertSame([4, 8, 12], array_keys(array_filter(array_column($piece->measures, 'lineBreak'))));
        self::assertSame([0 => 'A', 9 => 'B'], array_filter(array_column($piece->measures, 'rehearsal')));
    }

    public function testItIsCutTaughtAndTimed(): void
    {
        $piece = Outline::of('Jetty', '', '4/4', 'D', '8', '', '', '', '')->piece;
        self::assertNotNull($piece);
        $chunks = array_map(static fn (ChunkNode $phrase): Chunk => $phrase->chunk, ChunkTree::of($piece, Likeness::of($piece))->phrases());
        self::assertCount(2, $chunks);
        self::assertNull($chunks[0]->landing($piece));
        self::assertSame(16.0, $chunks[0]->beats($piece));
        self::assertCount(20, Repetition::clicks($piece, $chunks[0], 60));
        self::assertSame('32', Chunk::whole($piece)->quarters($piece));
    }

    /**
     * @param list<string> $fields
     * @param list<string> $messages
     */
    #[DataProvider('mistakes')]
    public function testMistakesAreTold(array $fields, array $messages, bool $usable = true): void
    {
        $outline = Outline::of('T', '', ...array_replace(['4/4', 'D', '8', '', '', '', ''], $fields));
        self::assertSame($messages, array_map(static fn ($problem): string => $problem->notice->text(), $outline->problems));
        self::assertSame($usable, null !== $outline->piece);
    }

    /** @return iterable<string, array{0: array<int, string>, 1: list<string>, 2?: bool}> */
    public static function mistakes(): iterable
    {
        yield 'meter' => [[0 => '4 4'], ['The meter "4 4" is not understood; a meter such as 4/4 was expected.']];
        yield 'key' => [[1 => 'H'], ['The key "H" is not understood; one such as D, Gm or A mix was expected.']];
        yield 'measures' => [[2 => 'many'], ['The number of measures lies between 1 and 2000; "many" does not.'], false];
        yield 'too many measures' => [[2 => '5000'], ['The number of measures lies between 1 and 2000; "5000" does not.'], false];
        yield 'upbeat' => [[3 => '4'], ['An upbeat has fewer beats than a measure; "4" was given.']];
        yield 'lines' => [[4 => '4 x 4'], ['A line of the book holds a number of measures; "x" is none.']];
        yield 'sections' => [
            [5 => 'A 1, B 90'],
            ['A section is a name and its first measure, such as "B 9"; "B 90" is not, or there is no such measure.'],
        ];
        yield 'tempo' => [[6 => 'slow'], ['The tempo "slow" is no number of beats a minute.']];
    }
}
