<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Chunk;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** Handbook 5: what a teacher does with the chunks on the map. */
final class CutTest extends TestCase
{
    private Piece $piece;

    protected function setUp(): void
    {
        $this->piece = Tunes::abc('DFAd|EGBe|FAdf|GBeg|AFED|BGFE|cAGF|dBAG|');
    }

    public function testABorderMovesForAllThatShareIt(): void
    {
        $cut = $this->cut([1 => [0, 4], 2 => [4, 8], 3 => [0, 8], 4 => [2, 4]]);
        self::assertSame([1 => '0–4+1', 2 => '4+1–8', 3 => '0–8', 4 => '2–4+1'], self::told($cut->moveEnd(1, $this->beat(4, 1))));
        self::assertSame([1 => '0–3+3', 2 => '3+3–8', 3 => '0–8', 4 => '2–3+3'], self::told($cut->moveStart(2, $this->beat(3, 3))));
        self::assertSame(2, $cut->moveStart(2, $this->beat(3, 3))->touched);
    }

    public function testTheWholeStaysTheWhole(): void
    {
        $cut = $this->cut([1 => [0, 4], 2 => [4, 8], 3 => [0, 8], 4 => [6, 8]]);
        self::assertSame([1 => '0–4', 2 => '4–7+3', 3 => '0–8', 4 => '6–7+3'], self::told($cut->moveEnd(2, $this->beat(7, 3))));
        self::assertSame([1 => '0+1–4', 2 => '4–8', 3 => '0–8', 4 => '6–8'], self::told($cut->moveStart(1, $this->beat(0, 1))));
        self::assertSame('0–7', self::told($cut->moveEnd(3, Place::of(7)))[3], 'unless it is pulled itself');
    }

    public function testNoChunkIsPulledEmpty(): void
    {
        $cut = $this->cut([1 => [0, 4], 2 => [4, 8]]);
        foreach (
            [
                static fn () => $cut->moveEnd(1, Place::of(0)),
                static fn () => $cut->moveEnd(1, Place::of(8)),
                static fn () => $cut->moveEnd(1, Place::of(7, 3 * Ticks::PER_QUARTER + 100)),
            ] as $pull
        ) {
            try {
                $pull();
                self::fail('It was pulled.');
            } catch (Refusal $refusal) {
                self::assertSame('A chunk holds at least one beat.', $refusal->getMessage());
            }
        }
    }

    public function testSplittingAtTheMiddleOrWhereItIsTold(): void
    {
        $cut = $this->cut([7 => [0, 4]]);
        self::assertSame([7 => '0–2', -1 => '2–4'], self::told($cut->split(7)));
        self::assertSame([7 => '0–1+2', -1 => '1+2–4'], self::told($cut->split(7, $this->beat(1, 2))));
        self::assertSame([7 => '0–2', -1 => '2–3', -2 => '3–4'], self::told($cut->split(7)->split(-1)));
        self::assertSame([7 => '0–0+2', -1 => '0+2–1'], self::told($this->cut([7 => [0, 1]])->split(7)), 'one measure at the beat');
        self::assertSame([true, false], array_column($this->cut([7 => [4, 8]])->split(7)->chunks, 'lands'));
        $this->expectException(Refusal::class);
        $cut->split(7, Place::of(4));
    }

    public function testJoiningTakesTheShortestThatFollows(): void
    {
        $cut = $this->cut([1 => [0, 2], 2 => [2, 8], 3 => [2, 4], 4 => [4, 8]]);
        self::assertSame([1 => '0–4', 2 => '2–8', 4 => '4–8'], self::told($cut->joinNext(1)));
        self::assertSame([1 => '0–8', 2 => '2–8'], self::told($cut->joinNext(1)->joinNext(1)));
        self::assertSame(ChunkKind::Whole, $cut->joinNext(1)->joinNext(1)->chunks[1]->kind);
        self::assertFalse($cut->joinNext(1)->joinNext(1)->chunks[1]->lands, 'it ends as the last did');
        $this->expectExceptionMessage('No chunk begins where this one ends.');
        $cut->joinNext(4);
    }

    public function testSplittingAndJoiningGivesWhatItWas(): void
    {
        $cut = $this->cut([1 => [0, 4], 2 => [4, 8]]);
        self::assertEquals($cut->chunks, $cut->split(1)->joinNext(1)->chunks);
    }

    public function testMakingTakingAwayAndLanding(): void
    {
        $cut = $this->cut([1 => [0, 4]]);
        $made = $cut->with(Chunk::of($this->piece, ChunkKind::Pair, Place::of(4), Place::of(6)));
        self::assertSame([1 => '0–4', -1 => '4–6'], self::told($made));
        self::assertSame([-1 => '4–6'], self::told($made->without(1)));
        self::assertSame(
            1,
            $made->with(Chunk::of($this->piece, ChunkKind::Phrase, Place::of(0), Place::of(4)))->touched,
            'it is there already',
        );
        self::assertFalse($cut->turnLanding(1)->chunks[1]->lands);
        self::assertTrue($cut->turnLanding(1)->turnLanding(1)->chunks[1]->lands);
    }

    public function testThePhrasesOfACutFillWhatItLeavesOut(): void
    {
        $tree = ChunkTree::of($this->piece, Likeness::of($this->piece));
        $phrases = fn (Cut $cut): array => self::told(Cut::of($this->piece, $cut->phrases($tree)));
        self::assertSame(['0–4', '4–8'], $phrases($this->cut([])));
        self::assertSame(['0–3', '3–4', '4–8'], $phrases($this->cut([5 => [0, 3]])));
        self::assertSame(['0–2', '2–6', '6–8'], $phrases($this->cut([5 => [2, 6]])));
        self::assertSame(
            ['0–3', '3–5', '5–8'],
            $phrases($this->cut([1 => [0, 3], 2 => [3, 5], 3 => [5, 8], 4 => [0, 8], 5 => [1, 2]])),
            'one after the other, what lies in them left aside',
        );
        self::assertSame(
            ['0–4', '4–8'],
            $phrases(Cut::of($this->piece, [1 => Chunk::of($this->piece, ChunkKind::Spot, $this->beat(1, 1), $this->beat(1, 2))])),
            'a spot cuts nothing',
        );
    }

    /** @param array<int, array{int, int}> $chunks */
    private function cut(array $chunks): Cut
    {
        return Cut::of(
            $this->piece,
            array_map(
                fn (array $edges): Chunk => Chunk::of(
                    $this->piece,
                    [0, 8] === $edges ? ChunkKind::Whole : ChunkKind::ofSize($edges[1] - $edges[0]),
                    Place::of($edges[0]),
                    Place::of($edges[1]),
                    $edges[1] < 8,
                ),
                $chunks,
            ),
        );
    }

    private function beat(int $position, int $beats): Place
    {
        return Place::of($position, $beats * Ticks::PER_QUARTER);
    }

    /** @return array<int, string> */
    private static function told(Cut $cut): array
    {
        $place = static fn (Place $place): string => $place->position.(0 === $place->offset ? '' : '+'.Ticks::quarters($place->offset));

        return array_map(static fn (Chunk $chunk): string => $place($chunk->from).'–'.$place($chunk->to), $cut->chunks);
    }
}
