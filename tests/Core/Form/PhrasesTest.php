<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Form;

use CoinStair\Core\Form\Border;
use CoinStair\Core\Form\Borders;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Load;
use CoinStair\Core\Form\Phrases;
use CoinStair\Core\Form\Texture;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5, phrase borders and texture. */
final class PhrasesTest extends TestCase
{
    /** Notes that a phrase wishes to hold, by year of playing. */
    private const WISH = [1 => 12.0, 2 => 18.0, 3 => 26.0, 4 => 34.0];
    /** What a phrase of an odd number of measures costs, and a border. */
    private const ODD = 4.0;
    private const BORDER = 4.0;

    public function testEvenRhythmIsCutAtEveryFourthMeasure(): void
    {
        $measures = [
            'DFAd',
            'EGBe',
            'FAdf',
            'GBeg',
            'AFED',
            'BGFE',
            'cAGF',
            'dBAG',
            'eFGA',
            'fGAB',
            'gABc',
            'DAFE',
            'EBGF',
            'FcAG',
            'GdBA',
            'AecB',
            'BfdA',
            'cged',
            'dDfA',
            'eEgB',
            'fFac',
            'GDBA',
            'AEcB',
            'BFdA',
        ];
        $lines = implode("\n", array_map(static fn (array $line): string => implode('|', $line).'|', array_chunk($measures, 8)));
        self::assertSame(
            [4, 8, 12, 16, 20],
            $this->borders(Phrases::of($piece = Tunes::abc($lines), Borders::of($piece, Likeness::of($piece)))),
        );
    }

    public function testNoBorderCutsASlurOrATie(): void
    {
        self::assertNotContains(
            4,
            $this->borders(
                Phrases::of($piece = Tunes::abc('DFAd|EGBe|FAdf|GBe(g|A)FED|BGFE|cAGF|dBAG|'), Borders::of($piece, Likeness::of($piece))),
            ),
        );
        self::assertNotContains(
            4,
            $this->borders(
                Phrases::of($piece = Tunes::abc('DFAd|EGBe|FAdf|GBeg-|gFED|BGFE|cAGF|dBAG|'), Borders::of($piece, Likeness::of($piece))),
            ),
        );
    }

    public function testAnUpbeatBelongsToWhatFollows(): void
    {
        self::assertNotContains(
            1,
            $this->borders(
                Phrases::of($piece = Tunes::abc('A|DFAd|EGBe|FAdf|G4|AFED|BGFE|cAGF|d3|'), Borders::of($piece, Likeness::of($piece))),
            ),
        );
    }

    #[DataProvider('cuts')]
    public function testWhereATeacherWouldCut(string $body, int $level, string $expected, string $meter = '4/4'): void
    {
        $piece = Tunes::abc($body, $meter, 'D');
        $phrases = Phrases::of($piece, Borders::of($piece, Likeness::of($piece)), $level);
        self::assertSame(
            $expected,
            implode(
                ' ',
                array_map(
                    static fn (Border $border): string => $border->place->position.
                        (0 === $border->place->offset ? '' : '+'.Ticks::quarters($border->place->offset)),
                    $phrases->borders,
                ),
            ),
        );
    }

    /** @return iterable<string, array{0: string, 1: int, 2: string, 3?: string}> */
    public static function cuts(): iterable
    {
        yield 'an echo pair stays together' => ['DEFG|A2F2|DEFG|A2F2|B2GB|A2FA|G2EG|D4|', 2, '4'];
        yield 'six measures are four and two' => ['DFAd|EGBe|FAdf|GBeg|AFED|BGFE|', 1, '4'];
        yield 'or one in year two' => ['DFAd|EGBe|FAdf|GBeg|AFED|BGF2|', 2, ''];
        yield 'a waltz in which every measure ends long' => [
            'DF2|GA2|BA2|GF2|EG2|FA2|GE2|D3|',
            1,
            '4',
            '3/4',
        ];
        yield 'a long end in the middle' => ['DEFG|AGFE|DEFG|A4|AGFE|FGAB|AGFE|D4|', 2, '4'];
        yield 'a short tune is one phrase' => ['DEFG|A2F2|G2E2|D4|', 3, ''];
        yield 'a rest with an upbeat behind it' => ['DEFG|AGFE|DEFG|A2zA|dcBA|GFED|EGFE|D4|', 2, '3+3'];
        yield 'an upbeat tune' => ['A|DEFG|AGFE|DEFG|A2FA|dcBA|GFED|EGFE|D3|', 2, '4+3'];
        yield 'a border that costs more than it brings' => ['D4|E4|F4|G4|A4|B4|', 2, ''];
        yield 'seven measures' => ['DEFG|AGFE|DEFG|A4|AGFE|FGAB|D4|', 2, '4'];
        yield 'ten measures are four and six' => ['DFAd|EGBe|FAdf|GBeg|AFED|BGFE|cAGF|dBAG|DEFG|A4|', 2, '4'];
    }

    public function testMarksOfTheBookDecide(): void
    {
        self::assertSame(
            [3],
            $this->borders(Phrases::of($piece = Tunes::abc('DFAd|EGBe|F2d2||GBeg|AFED|B4|]'), Borders::of($piece, Likeness::of($piece)))),
        );
    }

    /** @return iterable<string, array{string, int, list<int>}> notes, year, borders */
    public static function periods(): iterable
    {
        yield 'by threes' => ['DEFG|ABAG|F4|EFGA|BcBA|G4|FGAB|cdcB|A4|GFED|EFGE|D4|', 1, [3, 6, 9]];
        yield 'by fives' => [
            'DEFG|ABAG|FGFE|DEFE|D4|EFGA|BcBA|GAGF|EFGF|E4|FGAB|cdcB|ABAG|FGAG|F4|',
            2,
            [5, 10],
        ];
        yield 'by fours, as most' => ['DEFG|ABAG|FGFE|D4|EFGA|BcBA|GAGF|E4|FGAB|cdcB|ABAG|F4|', 1, [4, 8]];
    }

    /** @param list<int> $expected */
    #[DataProvider('periods')]
    public function testATuneClosesAfterItsOwnNumberOfMeasures(string $body, int $level, array $expected): void
    {
        $piece = Tunes::abc($body, '4/4', 'D');
        self::assertSame($expected, $this->borders(Phrases::of($piece, Borders::of($piece, Likeness::of($piece)), $level)));
    }

    public function testTheSegmentationIsAsCheapAsTheCheapestOfAll(): void
    {
        for ($seed = 0; $seed < 500; ++$seed) {
            $piece = RandomPieces::piece($seed, measures: 12);
            $borders = Borders::of($piece, Likeness::of($piece));
            $level = 1 + ($seed % 4);
            $weights = self::weights($piece, $seed);
            $loads = Load::between(
                $piece,
                [$piece->start(), ...array_map(static fn (Border $border): Place => $border->place, $borders->all), $piece->end()],
                $weights,
            );
            $phrases = Phrases::of($piece, $borders, $level, $weights);
            $measures = self::measures($piece, $borders->all);
            self::assertEqualsWithDelta(
                $this->cheapest($loads, $measures, $borders->all, self::WISH[$level], $borders->period, 0),
                $phrases->cost,
                1e-6,
                "seed $seed",
            );
            $chosen = array_map(static fn (Border $border): int => (int) array_search($border, $borders->all, true), $phrases->borders);
            self::assertEqualsWithDelta(
                $phrases->cost,
                $this->cost($loads, $measures, $borders->all, self::WISH[$level], $borders->period, $chosen),
                1e-6,
                "seed $seed",
            );
        }
    }

    private static function odd(int $measures, int $period): float
    {
        return 1 === $measures % 2 && $measures !== $period ? self::ODD : 0.0;
    }

    /**
     * The cheapest of all ways to go on from one border, each of them tried.
     *
     * @param list<float>  $loads
     * @param list<float>  $measures
     * @param list<Border> $borders
     */
    private function cheapest(array $loads, array $measures, array $borders, float $wish, int $period, int $from): float
    {
        $least = \INF;
        $load = $length = 0.0;
        foreach (\array_slice($loads, $from, null, true) as $index => $more) {
            $load += $more;
            $length += $measures[$index];
            $phrase = ($load - $wish) ** 2 / $wish + self::odd((int) round($length), $period);
            $least = min(
                $least,
                isset($borders[$index])
                    ? $phrase + self::BORDER - $borders[$index]->bonus +
                        $this->cheapest($loads, $measures, $borders, $wish, $period, $index + 1)
                    : $phrase,
            );
        }

        return $least;
    }

    /**
     * @param list<float>  $loads
     * @param list<float>  $measures
     * @param list<Border> $borders
     * @param list<int>    $chosen   indexes of borders
     */
    private function cost(array $loads, array $measures, array $borders, float $wish, int $period, array $chosen): float
    {
        $cost = 0.0;
        $from = 0;
        foreach ([...$chosen, \count($borders)] as $index) {
            $length = (int) round(array_sum(\array_slice($measures, $from, $index + 1 - $from)));
            $cost += (array_sum(\array_slice($loads, $from, $index + 1 - $from)) - $wish) ** 2 / $wish;
            $cost += self::odd($length, $period) + (isset($borders[$index]) ? self::BORDER - $borders[$index]->bonus : 0.0);
            $from = $index + 1;
        }

        return $cost;
    }

    public function testWhoPlaysWithWhom(): void
    {
        $piece = Tunes::abc("V:1\nV:2\nV:3\n[V:1] DEFG|A2 FD|z4|DEFG|\n[V:2] D,E,F,G,|F2 DD|D2 E2|DEFG|\n[V:3] z4|D4|A4|A,4|");
        self::assertSame(
            [
                '0–1 unison P1+P2 rhythm P1+P2 tune P1+P2 rests P3',
                '1–2 unison  rhythm P1+P2 tune P1 rests ',
                '2–3 unison  rhythm  tune P2 rests P1',
                '3–4 unison P1+P2 rhythm P1+P2 tune P1+P2 rests ',
            ],
            array_map(
                static fn (Texture $span): string => $span->from.
                    '–'.
                    $span->to.
                    ' unison '.
                    implode(' ', array_map(static fn (array $group): string => implode('+', $group), $span->unison)).
                    ' rhythm '.
                    implode(' ', array_map(static fn (array $group): string => implode('+', $group), $span->rhythm)).
                    ' tune '.
                    implode('+', $span->tune).
                    ' rests '.
                    implode('+', $span->rests),
                Texture::find($piece),
            ),
        );
    }

    /**
     * @param list<Border> $borders
     *
     * @return list<float> measures, and parts of them, between the borders
     */
    private static function measures(Piece $piece, array $borders): array
    {
        $lengths = [];
        $from = $piece->start();
        foreach ([...array_map(static fn (Border $border): Place => $border->place, $borders), $piece->end()] as $to) {
            $length = 0.0;
            foreach ($piece->measures as $position => $measure) {
                $start = $position === $from->position ? $from->offset : ($position < $from->position ? $measure->length : 0);
                $end = $position === $to->position ? $to->offset : ($position < $to->position ? $measure->length : 0);
                $length += max(0, $end - $start) / $measure->meter->ticks();
            }
            $lengths[] = $length;
            $from = $to;
        }

        return $lengths;
    }

    /** @return list<int> */
    private function borders(Phrases $phrases): array
    {
        return array_map(static fn (Border $border): int => $border->place->position, $phrases->borders);
    }

    /** @return array<string, float> every third note new to the class, every fifth introduced */
    private static function weights(Piece $piece, int $seed): array
    {
        $weights = [];
        $count = $seed;
        foreach ($piece->parts as $part) {
            foreach (array_merge(...$part->measures) as $event) {
                $weights[$event->id] = 0 === ++$count % 3 ? 2.5 : (0 === $count % 5 ? 1.5 : 1.0);
            }
        }

        return $weights;
    }
}
