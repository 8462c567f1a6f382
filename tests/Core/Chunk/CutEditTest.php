<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Chunk;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Chunk\CutEdit;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** What becomes the teacher's own when a cut is changed. */
final class CutEditTest extends TestCase
{
    private Piece $piece;

    protected function setUp(): void
    {
        $this->piece = Tunes::abc('DFAd|EGBe|FAdf|GBeg|AFED|BGFE|cAGF|dBAG|', '4/4', 'D');
    }

    public function testAProposalBecomesTheTeachersOwnByBeingChanged(): void
    {
        $edit = CutEdit::of($this->piece, [], [], [$this->measures(0, 4), $this->measures(4, 8)]);
        $changed = $edit->change('0.0-4.0', static fn (Cut $cut, int $number): Cut => $cut->split($number));
        self::assertSame([-1 => '0.0-2.0', -3 => '2.0-4.0'], self::edges($changed->chunks));
        self::assertSame([-1, -3], $changed->own);
        self::assertSame([], $changed->removed);
        self::assertSame('0.0-2.0', $changed->touched);
    }

    public function testWhatStaysAsItIsIsNoChange(): void
    {
        $edit = CutEdit::of($this->piece, [7 => $this->measures(1, 3)], [7], [$this->measures(0, 4), $this->measures(4, 8)]);
        $chunk = $this->measures(1, 3);
        self::assertTrue($edit->change('', static fn (Cut $cut): Cut => $cut->with($chunk))->isNone());
    }

    public function testAChunkThatASequenceMadeMovesAlongAndIsNotTheTeachers(): void
    {
        $join = Chunk::of($this->piece, ChunkKind::Join, Place::of(2), Place::of(4));
        $stored = [3 => $this->measures(0, 4), 5 => $join];
        $edit = CutEdit::of($this->piece, $stored, [], [$this->measures(0, 4), $this->measures(4, 8)], true);
        $changed = $edit->change(
            '0.0-4.0',
            static fn (Cut $cut, int $number): Cut => $cut->moveEnd($number, Place::of(5)),
        );
        self::assertSame('0.0-5.0', self::edges($changed->chunks)[3], 'the row that the sequence has is changed, and none is made');
        self::assertSame('2.0-5.0', self::edges($changed->chunks)[5]);
        self::assertContains(3, $changed->own);
        self::assertNotContains(5, $changed->own);
    }

    public function testOnlyTheTeachersOwnIsTakenOff(): void
    {
        $stored = [3 => $this->measures(0, 2), 4 => $this->measures(2, 4)];
        $edit = CutEdit::of($this->piece, $stored, [3, 4], [$this->measures(4, 8)]);
        $joined = $edit->change('0.0-2.0', static fn (Cut $cut, int $number): Cut => $cut->joinNext($number));
        self::assertSame([3 => '0.0-4.0'], self::edges($joined->chunks));
        self::assertSame([4], $joined->removed);
        $isOwn = [];
        $note = static function (Cut $cut, int $number, bool $own) use (&$isOwn): Cut {
            $isOwn[$number] = $own;

            return $cut;
        };
        $edit->change('2.0-4.0', $note);
        $edit->change('4.0-8.0', $note);
        self::assertSame([4 => true, -1 => false], $isOwn);
    }

    public function testAChunkThatIsNotThereIsRefused(): void
    {
        $this->expectExceptionObject(Refusal::because('This chunk is no longer there. The cut is shown as it is now.'));
        CutEdit::of($this->piece, [], [], [$this->measures(0, 8)])->change('1.0-2.0', static fn (Cut $cut): Cut => $cut);
    }

    /** @param int $to position of the measure after the last */
    private function measures(int $from, int $to): Chunk
    {
        $end = $to < \count($this->piece->measures) ? Place::of($to) : $this->piece->end();

        return Chunk::of($this->piece, ChunkKind::ofSize($to - $from), Place::of($from), $end);
    }

    /**
     * @param array<int, Chunk> $chunks
     *
     * @return array<int, string>
     */
    private static function edges(array $chunks): array
    {
        return array_map(static fn (Chunk $chunk): string => $chunk->edges(), $chunks);
    }
}
