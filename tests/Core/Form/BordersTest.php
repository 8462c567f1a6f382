<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Form;

use CoinStair\Core\Form\Borders;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Load;
use CoinStair\Core\Form\Sections;
use CoinStair\Core\Format\QuickEntry\Outline;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5: where a phrase may end, and what speaks for it. */
final class BordersTest extends TestCase
{
    /** @param array<string, float> $expected what speaks for each place, by "position+quarters" */
    #[DataProvider('places')]
    public function testWhatSpeaksForABorder(string $body, array $expected, string $meter = '4/4'): void
    {
        $piece = Tunes::abc($body, $meter);
        self::assertSame($expected, self::told(Borders::of($piece, Likeness::of($piece))));
    }

    /** @return iterable<string, array{0: string, 1: array<string, float>, 2?: string}> */
    public static function places(): iterable
    {
        yield 'nothing but the count of measures' => [
            'CDEF|DEFG|EFGA|FGAB|cBAG|',
            ['1+0' => 0.0, '2+0' => 3.0, '3+0' => 0.0, '4+0' => 9.0],
        ];
        yield 'a long note' => ['CDE2|FGAB|', ['1+0' => 6.0]];
        yield 'a note of a beat and a half is not long' => ['C2D/E3/2|FGAB|', ['1+0' => 0.0]];
        yield 'a rest' => ['CDEz|FGAB|', ['1+0' => 8.0]];
        yield 'a rest inside a measure' => ['CzD2|FGAB|', ['0+2' => 8.0]];
        yield 'a rest in its first half' => ['zCDE|FGAB|', ['0+1' => 8.0, '1+0' => 0.0]];
        yield 'the end of a slur' => ['CD(EF)|FGAB|', ['1+0' => 5.0]];
        yield 'a slur over the bar line' => ['CDE(F|G)GAB|', []];
        yield 'a slur that ends later' => ['CD(EF|GA)AB|cBAG|', ['2+0' => 3.0]];
        yield 'a tie over the bar line' => ['CDEF-|FGAB|', []];
        yield 'a double bar' => ['CDEF||GABc|', ['1+0' => 19.0]];
        yield 'a rehearsal mark' => ['CDEF|GABc|[P:B]dcBA|', ['1+0' => 0.0, '2+0' => 19.0]];
        yield 'a repeat sign' => ['|:CDEF:|GABc|', ['1+0' => 28.0]];
        yield 'what came before comes back' => ['CDEF|GABc|CDEF|dcBA|', ['1+0' => 0.0, '2+0' => 7.0, '3+0' => 0.0]];
        yield 'what just goes on does not' => [
            'CDEF|GABc|dcBA|EGEG|GABc|dcBA|',
            ['1+0' => 0.0, '2+0' => 3.0, '3+0' => 0.0, '4+0' => 13.0, '5+0' => 0.0],
        ];
        yield 'not between a measure and its echo' => ['CDEF|CDEF|GABc|', ['1+0' => 0.0, '2+0' => 3.0]];
        yield 'nor between a pair and its echo' => [
            'CDEF|GABc|CDEF|GABc|dcBA|',
            ['1+0' => 0.0, '2+0' => 3.0, '3+0' => 0.0, '4+0' => 9.0],
        ];
        yield 'measure ends that are all long say nothing' => ['CDE2|FGA2|BcB2|', ['1+0' => 0.0, '2+0' => 3.0]];
        yield 'but one that is longer does' => ['CDE2|FG3|BcB2|AGF2|', ['1+0' => 0.0, '2+0' => 9.0, '3+0' => 0.0]];
        yield 'one long end among quarters' => ['CDEF|GA2|BcBA|AGFE|', ['1+0' => 0.0, '2+0' => 9.0, '3+0' => 0.0]];
        yield 'an upbeat after a rest, without one at the start' => ['CDEF|GAzc|dcBA|', ['1+0' => 0.0, '1+3' => 11.0]];
        yield 'a new line of the book' => ["CDEF|\nGABc|", ['1+0' => 3.0]];
        yield 'counting begins anew after a double bar' => [
            'CDEF|DEFG|EFGA||FGAB|cBAG|BAGF|',
            ['1+0' => 0.0, '2+0' => 3.0, '3+0' => 19.0, '4+0' => 0.0, '5+0' => 3.0],
        ];
        yield 'an upbeat stands for the bar line behind it' => ['C|DEFG|ABcd|e2d2|', ['1+3' => 0.0, '2+3' => 3.0]];
        yield 'an upbeat after a rest' => ['C|DEzG|ABcd|e2d2|', ['1+3' => 8.0, '2+3' => 3.0]];
        yield 'an upbeat that is not there' => ['C|DEF2|ABcd|e2d2|', ['2+0' => 6.0, '2+3' => 3.0]];
        yield 'an upbeat after a repeat, in two measures' => ['C|:DEFG|AB2:|c|dcBA|', ['1+3' => 0.0, '3+0' => 25.0]];
        yield 'no phrase begins with a last ending' => ['|:CDEF|1 GABc:|2 GAG2||cBAG|', ['1+0' => 0.0, '3+0' => 34.0]];
        yield 'not inside a triplet' => ['(3CDE z F|GABc|', ['0+3' => 8.0], '4/4'];
        yield 'after a rest of one voice only there is none' => ["V:1\nV:2\n[V:1] CzDE|FGAB|\n[V:2] CDEF|FGAB|", ['1+0' => 0.0]];
    }

    public function testNoBorderTearsAnything(): void
    {
        for ($seed = 0; $seed < 200; ++$seed) {
            $piece = RandomPieces::piece($seed, measures: 14);
            foreach (Borders::of($piece, Likeness::of($piece))->all as $border) {
                self::assertSame([], self::tornAt($piece, $border->place), "seed $seed");
            }
        }
    }

    public function testTheLoadOfRunsAddsUpAndWeighsWhatIsNew(): void
    {
        $piece = Tunes::abc('CDEF|GGGG|A4|z4|');
        $places = [Place::of(0), Place::of(1), Place::of(1, 2 * Ticks::PER_QUARTER), Place::of(3), $piece->end()];
        self::assertEqualsWithDelta([4.0, 1.3, 1.6, 0.0], Load::between($piece, $places), 1e-9);
        self::assertEqualsWithDelta(
            [5.5, 1.3, 3.1, 0.0],
            Load::between($piece, $places, [$piece->parts[0]->measures[0][2]->id => 2.5, $piece->parts[0]->measures[2][0]->id => 2.5]),
            1e-9,
        );
    }

    public function testTheBusiestPartDecidesTheLoad(): void
    {
        $piece = Tunes::abc("V:1\nV:2\n[V:1] CDEF|G4|\n[V:2] C4|GABc|");
        self::assertSame([4.0, 4.0], Load::between($piece, [Place::of(0), Place::of(1), $piece->end()]));
    }

    public function testSectionsOfAnOutlineThatAreCalledTheSameAreTheSame(): void
    {
        $piece = Outline::of('Jetty', '', '4/4', 'D', '24', '', '', 'Verse 1, Turn 9, Verse 17', '')->piece ?? Tunes::measures(1);
        self::assertSame(['A', 'B', 'A'], array_column(Sections::find($piece, Likeness::of($piece)), 'label'));
    }

    public function testAnOutlineIsCutByItsMarksAndItsBeats(): void
    {
        $piece = Outline::of('Jetty', '', '4/4', 'D', '16', '', '', 'A 1, B 9', '')->piece;
        self::assertNotNull($piece);
        $likeness = Likeness::of($piece);
        self::assertSame(['A', 'B'], array_column(Sections::find($piece, $likeness), 'label'), 'nothing is known to be alike');
        self::assertSame(19.0, Borders::of($piece, $likeness)->into(8)?->bonus);
        self::assertSame(15, \count(Borders::of($piece, $likeness)->all));
        self::assertSame([12.0, 36.0], Load::between($piece, [Place::of(0), Place::of(4), $piece->end()]));
    }

    /** @return array<string, float> */
    private static function told(Borders $borders): array
    {
        $told = [];
        foreach ($borders->all as $border) {
            $told[$border->place->position.'+'.Ticks::quarters($border->place->offset)] = $border->bonus;
        }

        return $told;
    }

    /** @return list<string> what goes on at a place, read afresh from the score */
    private static function tornAt(Piece $piece, Place $place): array
    {
        $torn = [];
        foreach ($piece->parts as $part) {
            $slurs = [];
            foreach ($part->measures as $position => $events) {
                foreach (array_filter($events, static fn (Event $event): bool => !$event->isGrace()) as $event) {
                    $before = $position < $place->position || ($position === $place->position && $event->start < $place->offset);
                    if (!$before) {
                        continue;
                    }
                    $slurs[$event->voice] = max(0, ($slurs[$event->voice] ?? 0) + $event->slurStarts - $event->slurStops);
                    $isLast =
                        $position === $place->position
                            ? $event->end() >= $place->offset
                            : 0 === $place->offset
                                && $position === $place->position - 1
                                && $event->end() === $piece->measures[$position]->length;
                    if (
                        $isLast
                        && !$event->isRest()
                        && ($event->tiedTo || ($position === $place->position && $event->end() > $place->offset))
                    ) {
                        $torn[] = 'note '.$event->id;
                    }
                }
            }
            if (array_sum($slurs) > 0) {
                $torn[] = 'slur in '.$part->id;
            }
        }

        return $torn;
    }
}
