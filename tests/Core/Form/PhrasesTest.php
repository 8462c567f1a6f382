<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Form;

use CoinStair\Core\Form\Border;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Phrases;
use CoinStair\Core\Form\Texture;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** Handbook 5, phrase borders and texture. */
final class PhrasesTest extends TestCase
{
    public function testEvenRhythmIsCutAtEveryFourthMeasure(): void
    {
        $measures = ['DFAd', 'EGBe', 'FAdf', 'GBeg', 'AFED', 'BGFE', 'cAGF', 'dBAG', 'eFGA', 'fGAB', 'gABc', 'DAFE', 'EBGF', 'FcAG', 'GdBA', 'AecB', 'BfdA', 'cged', 'dDfA', 'eEgB', 'fFac', 'GDBA', 'AEcB', 'BFdA'];
        $lines = implode("\n", array_map(static fn (array $line): string => implode('|', $line).'|', array_chunk($measures, 8)));
        self::assertSame([4, 8, 12, 16, 20], $this->borders(Phrases::of($piece = Tunes::abc($lines), Likeness::of($piece))));
    }

    public function testNoBorderCutsASlurOrATie(): void
    {
        self::assertNotContains(4, $this->borders(Phrases::of($piece = Tunes::abc('DFAd|EGBe|FAdf|GBe(g|A)FED|BGFE|cAGF|dBAG|'), Likeness::of($piece))));
        self::assertNotContains(4, $this->borders(Phrases::of($piece = Tunes::abc('DFAd|EGBe|FAdf|GBeg-|gFED|BGFE|cAGF|dBAG|'), Likeness::of($piece))));
    }

    public function testAnUpbeatBelongsToWhatFollows(): void
    {
        self::assertNotContains(1, $this->borders(Phrases::of($piece = Tunes::abc('A|DFAd|EGBe|FAdf|G4|AFED|BGFE|cAGF|d3|'), Likeness::of($piece))));
    }

    public function testMarksOfTheBookDecide(): void
    {
        self::assertSame([3], $this->borders(Phrases::of($piece = Tunes::abc('DFAd|EGBe|F2d2||GBeg|AFED|B4|]'), Likeness::of($piece))));
    }

    public function testTheSegmentationIsAsCheapAsTheCheapestOfAll(): void
    {
        for ($seed = 0; $seed < 500; ++$seed) {
            $piece = RandomPieces::piece($seed);
            $count = \count($piece->measures);
            $likeness = Likeness::of($piece);
            $level = 1 + $seed % 4;
            $least = \INF;
            for ($choice = 0; $choice < 1 << ($count - 1); ++$choice) {
                $borders = array_values(array_filter(range(1, max(1, $count - 1)), static fn (int $at): bool => $at < $count && 0 !== ($choice & (1 << ($at - 1)))));
                $least = min($least, Phrases::costOf($piece, $likeness, $level, $borders) ?? \INF);
            }
            $phrases = Phrases::of($piece, $likeness, $level);
            self::assertEqualsWithDelta($least, $phrases->cost, 1e-6, "seed $seed");
            self::assertEqualsWithDelta($phrases->cost, Phrases::costOf($piece, $likeness, $level, $this->borders($phrases)) ?? \INF, 1e-6, "seed $seed");
        }
    }

    public function testWhoPlaysWithWhom(): void
    {
        $piece = Tunes::abc("V:1\nV:2\nV:3\n[V:1] DEFG|A2 FD|z4|DEFG|\n[V:2] D,E,F,G,|F2 DD|D2 E2|DEFG|\n[V:3] z4|D4|A4|A,4|");
        self::assertSame(
            ['0–1 unison P1+P2 rhythm P1+P2 tune P1+P2 rests P3', '1–2 unison  rhythm P1+P2 tune P1 rests ', '2–3 unison  rhythm  tune P2 rests P1', '3–4 unison P1+P2 rhythm P1+P2 tune P1+P2 rests '],
            array_map(static fn (Texture $span): string => $span->from.'–'.$span->to.' unison '.implode(' ', array_map(static fn (array $group): string => implode('+', $group), $span->unison)).' rhythm '.implode(' ', array_map(static fn (array $group): string => implode('+', $group), $span->rhythm)).' tune '.implode('+', $span->tune).' rests '.implode('+', $span->rests), Texture::of($piece)),
        );
    }

    /** @return list<int> */
    private function borders(Phrases $phrases): array
    {
        return array_map(static fn (Border $border): int => $border->place->position, $phrases->borders);
    }
}
