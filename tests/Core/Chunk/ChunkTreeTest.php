<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Chunk;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Sameness;
use CoinStair\Core\Form\Seams;
use CoinStair\Core\Format\QuickEntry\Outline;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5, "Chunks". */
final class ChunkTreeTest extends TestCase
{
    private const LINES = 'DFAd|EGBe|FAdf|GBeg|AFED|BGFE|cAGF|dBAG|eFGA|fGAB|gABc|DAFE|'
        .'EBGF|FcAG|GdBA|AecB|BfdA|cged|dDfA|eEgB|fFac|GDBA|AEcB|BFdA|';

    /** @param list<string> $phrases "from-to" in quarters within the measure */
    #[DataProvider('cuts')]
    public function testPhrases(string $body, array $phrases, int $level = 1, string $meter = '4/4'): void
    {
        self::assertSame(
            $phrases,
            array_map(
                self::told(...),
                array_map(
                    static fn (ChunkNode $phrase): Chunk => $phrase->chunk,
                    $this->tree(Tunes::abc($body, $meter), $level)->phrases(),
                ),
            ),
        );
    }

    /** @return iterable<string, array{0: string, 1: list<string>, 2?: int, 3?: string}> */
    public static function cuts(): iterable
    {
        yield 'even rhythm, no rests: every fourth measure' => [self::LINES, ['0–4', '4–8', '8–12', '12–16', '16–20', '20–24']];
        yield 'more at once in the third year' => [self::LINES, ['0–8', '8–16', '16–24'], 3];
        yield 'a short piece is one phrase' => ['DFAd|EGBe|', ['0–2']];
        yield 'one measure' => ['DFAd|', ['0–1']];
        yield 'an upbeat goes with what follows' => ['A|DFAd|EGBe|FAdf|GBeA|DEFG|ABcd|edcB|A3|]', ['0–4+3', '4+3–9'], 2];
        yield 'a section is a border of phrases' => ['DFAd|EGBe|FAdf||GBeg|AFED|BGFE|]', ['0–3', '3–6'], 3];
        yield 'a section mark under a slur is not' => ['DFAd|EGBe|FAd(f||G)Beg|AFED|BGFE|]', ['0–2', '2–6'], 1];
        yield 'both endings with what they end' => ['|:DFAd|EGBe|1 FAdf:|2 F4||GBeg|AFED|BGFE|c4|]', ['0–4', '4–8'], 2];
        yield 'long notes' => ['DFAd|e4|DFAd|f4|EGBe|c4|', ['0–2', '2–4', '4–6']];
    }

    public function testSectionsHoldPhrasesAndPhrasesMeasures(): void
    {
        $tree = $this->tree(Tunes::abc('DFAd|EGBe|FAdf|GBeg||AFED|BGFE|cAGF|dBAG|eFGA|fGAB|]'));
        $sections = array_map(static fn (ChunkNode $section): string => self::told($section->chunk), $tree->sections);
        self::assertSame(['0–4', '4–10'], $sections);
        self::assertSame(
            [ChunkKind::Section, ChunkKind::Section],
            array_map(static fn (ChunkNode $section): ChunkKind => $section->chunk->kind, $tree->sections),
        );
        self::assertSame(['0–1', '1–2', '2–3', '3–4'], array_map(self::told(...), $tree->phrases()[0]->leaves()));
        self::assertSame(ChunkKind::Measure, $tree->phrases()[0]->leaves()[0]->kind);
    }

    public function testMeasuresThatHangTogetherStayTogether(): void
    {
        $leaves = $this->tree(Tunes::abc('DFA(d|E)GBe|FAdf-|fBeg|'))->phrases()[0]->leaves();
        self::assertSame(['0–2', '2–4'], array_map(self::told(...), $leaves));
        self::assertSame(ChunkKind::Pair, $leaves[0]->kind);
    }

    public function testTheLandingOfMeasures11And12IsTheFirstNoteOf13(): void
    {
        $piece = Tunes::abc(self::LINES);
        $landing = Chunk::of($piece, ChunkKind::Pair, Place::of(10), Place::of(12))->landing($piece);
        self::assertEquals(Place::of(12), $landing);
        $rests = Tunes::abc('DFAd|EGBe|z2 FA|');
        self::assertEquals(
            Place::of(2, 2 * Ticks::PER_QUARTER),
            Chunk::of($rests, ChunkKind::Pair, Place::of(0), Place::of(2))->landing($rests),
            'the next note, not the next rest',
        );
    }

    public function testAllButTheLastLand(): void
    {
        $phrases = $this->tree(Tunes::abc(self::LINES))->phrases();
        self::assertSame(
            [true, true, true, true, true, false],
            array_map(static fn (ChunkNode $phrase): bool => $phrase->chunk->lands, $phrases),
        );
    }

    public function testATeachersCutIsTakenAsItIs(): void
    {
        $piece = Tunes::abc('DFAd|EGBe|FAdf|GBeg||AFED|BGFE|]');
        $own = [
            Chunk::of($piece, ChunkKind::Phrase, Place::of(0), Place::of(1, Ticks::PER_QUARTER)),
            Chunk::of($piece, ChunkKind::Phrase, Place::of(1, Ticks::PER_QUARTER), Place::of(4)),
            Chunk::of($piece, ChunkKind::Phrase, Place::of(4), Place::of(6), false),
        ];
        $tree = ChunkTree::over($piece, Likeness::of($piece), $own);
        self::assertSame($own, array_map(static fn (ChunkNode $phrase): Chunk => $phrase->chunk, $tree->phrases()));
        self::assertSame(
            ['0–4', '4–6'],
            array_map(static fn (ChunkNode $section): string => self::told($section->chunk), $tree->sections),
        );
        self::assertSame(['0–1', '1–1+1'], array_map(self::told(...), $tree->phrases()[0]->leaves()));
        $this->expectException(\InvalidArgumentException::class);
        ChunkTree::over($piece, Likeness::of($piece), [$own[0], $own[2]]);
    }

    public function testEachLevelHoldsEveryMeasureOnceAndTearsNothing(): void
    {
        for ($seed = 0; $seed < 300; ++$seed) {
            $piece = RandomPieces::piece($seed, measures: 16);
            $this->assertWhole($piece, $this->tree($piece, 1 + ($seed % 4)), "seed $seed");
        }
        foreach (glob(\dirname(__DIR__, 3).'/demo/tunes/*') ?: [] as $file) {
            $piece = ScoreFile::read((string) file_get_contents($file))->piece;
            foreach ([1, 2, 3, 4] as $level) {
                $this->assertWhole($piece, $this->tree($piece, $level), basename($file));
            }
        }
    }

    public function testAnOutlineIsCutToo(): void
    {
        $piece = Outline::of('Jetty', '', '4/4', 'D', '16', '', '', 'A 1, B 9', '')->piece;
        self::assertNotNull($piece);
        self::assertSame(
            ['0–4', '4–8', '8–12', '12–16'],
            array_map(static fn (ChunkNode $phrase): string => self::told($phrase->chunk), $this->tree($piece)->phrases()),
        );
        self::assertSame(
            ['0–8', '8–16'],
            array_map(static fn (ChunkNode $phrase): string => self::told($phrase->chunk), $this->tree($piece, 3)->phrases()),
        );
    }

    public function testThePhraseOfAPlace(): void
    {
        $tree = $this->tree(Tunes::abc(self::LINES));
        self::assertSame('4–8', self::told($tree->phraseAt(Place::of(7, 100))->chunk));
        self::assertSame('8–12', self::told($tree->phraseAt(Place::of(8))->chunk));
        self::assertSame('0–4', self::told($tree->phraseAt(Place::of(0))->chunk));
    }

    /**
     * @param array{0: int, 1: int, 2?: int, 3?: int} $run   from, to in measures, then their quarters
     * @param array{0: int, 1: int, 2?: int, 3?: int} $other
     */
    #[DataProvider('runs')]
    public function testRunsOfTheSameNotes(string $body, array $run, array $other, bool $same): void
    {
        $piece = Tunes::abc($body);
        $sameness = Sameness::of($piece);
        $keys = [];
        foreach ([$run, $other] as $of) {
            $keys[] = $sameness->key(
                Place::of($of[0], ($of[2] ?? 0) * Ticks::PER_QUARTER),
                Place::of($of[1], ($of[3] ?? 0) * Ticks::PER_QUARTER),
            );
        }
        self::assertSame($same, $keys[0] === $keys[1]);
    }

    /** @return iterable<string, array{string, array{0: int, 1: int, 2?: int, 3?: int}, array{0: int, 1: int, 2?: int, 3?: int}, bool}> */
    public static function runs(): iterable
    {
        yield 'two measures' => ['DEFG|A2c2|DEFG|A2c2|', [0, 2], [2, 4], true];
        yield 'two others' => ['DEFG|A2c2|DEFG|A2d2|', [0, 2], [2, 4], false];
        yield 'a rest at the end' => ['DEFG|A2z2|DEFG|A2dc|', [0, 2], [2, 3, 0, 2], true];
        yield 'with the upbeat of each' => ['A|DEFG|A2zA|DEFG|A2|', [0, 2, 0, 3], [2, 5, 3, 0], true];
        yield 'another upbeat' => ['A|DEFG|A2zB|DEFG|A2|', [0, 2, 0, 3], [2, 5, 3, 0], false];
        yield 'the beat in the measure counts' => ['DEFG|ABDE|', [0, 0, 0, 2], [1, 1, 2, 4], true];
        yield 'dots count' => ['DEFG|.DEFG|', [0, 1], [1, 2], false];
        yield 'loudness does not' => ['DEFG|!p!DEFG|', [0, 1], [1, 2], true];
        yield 'a longer run is another' => ['DEFG|DEFG|DEFG|', [0, 1], [1, 3], false];
    }

    public function testARunWithoutNotesHasNoKeyAndAnUpbeatCanBeLeftAside(): void
    {
        $piece = Tunes::abc('A|DEFG|A2zB|DEFG|A2z2|z4|z4|');
        $sameness = Sameness::of($piece);
        self::assertSame('', $sameness->key(Place::of(5), Place::of(7)));
        $quarter = Ticks::PER_QUARTER;
        self::assertSame(
            $sameness->body(Place::of(0), Place::of(2, 3 * $quarter)),
            $sameness->body(Place::of(2, 3 * $quarter), Place::of(5)),
        );
        self::assertSame('', $sameness->body(Place::of(1), Place::of(3)), 'no upbeat');
        self::assertSame('', $sameness->body(Place::of(1, 2 * $quarter), Place::of(3)), 'half a measure is no upbeat');
    }

    private function assertWhole(Piece $piece, ChunkTree $tree, string $message): void
    {
        $seams = Seams::of($piece);
        $phrases = array_map(static fn (ChunkNode $phrase): Chunk => $phrase->chunk, $tree->phrases());
        $measures = array_merge(...array_map(static fn (ChunkNode $phrase): array => $phrase->leaves(), $tree->phrases()));
        foreach ([array_map(static fn (ChunkNode $section): Chunk => $section->chunk, $tree->sections), $phrases, $measures] as $level) {
            $at = $piece->start();
            foreach ($level as $chunk) {
                self::assertTrue($chunk->from->equals($at), $message);
                $at = $chunk->to;
                self::assertTrue($seams->isOpen($chunk->from) && ($at->equals($piece->end()) || $seams->isOpen($at)), $message);
            }
            self::assertTrue($at->equals($piece->end()), $message);
        }
    }

    private function tree(Piece $piece, int $level = 1): ChunkTree
    {
        return ChunkTree::of($piece, Likeness::of($piece), $level);
    }

    private static function told(Chunk $chunk): string
    {
        $place = static fn (Place $place): string => $place->position.(0 === $place->offset ? '' : '+'.Ticks::quarters($place->offset));

        return $place($chunk->from).'–'.$place($chunk->to);
    }

    public function testACutAtTheBarLineOfAnUpbeatTuneLeavesNoEmptyMeasure(): void
    {
        $piece = Tunes::abc('A|DEFG|A2F2|GFED|A2FA|dcBA|GFED|EGFE|D3|', '4/4', 'D');
        $whole = Chunk::whole($piece);
        $halves = [
            Chunk::of($piece, ChunkKind::Phrase, $whole->from, Place::of(5)),
            Chunk::of($piece, ChunkKind::Phrase, Place::of(5), $whole->to),
        ];
        foreach (ChunkTree::over($piece, Likeness::of($piece), $halves)->phrases() as $phrase) {
            $at = $phrase->chunk->from;
            foreach ($phrase->leaves() as $measure) {
                self::assertTrue($measure->from->equals($at) && $measure->from->isBefore($measure->to), $measure->edges());
                $at = $measure->to;
            }
            self::assertTrue($at->equals($phrase->chunk->to));
        }
    }
}
