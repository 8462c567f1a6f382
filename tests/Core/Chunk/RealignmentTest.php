<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Chunk;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\Realignment;
use CoinStair\Core\Form\Sameness;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5: a teacher's cut stays on the same music when the score is changed. */
final class RealignmentTest extends TestCase
{
    private const MEASURES = ['DFAd', 'EGBe', 'FAdf', 'GBeg', 'AFED', 'BGFE', 'cAGF', 'dBAG', 'eFGA', 'fGAB'];

    /**
     * @param list<string>                   $after
     * @param array{int, int, int, int}      $chunk    from, its quarter, to, its quarter
     * @param array{int, int, int, int}|null $expected
     */
    #[DataProvider('changes')]
    public function testWhereAChunkGoes(array $after, array $chunk, ?array $expected): void
    {
        $old = Tunes::abc(implode('|', self::MEASURES).'|');
        $moved = Realignment::of($old, Tunes::abc(implode('|', $after).'|'))->chunk(
            Chunk::of(
                $old,
                ChunkKind::Phrase,
                Place::of($chunk[0], $chunk[1] * Ticks::PER_QUARTER),
                Place::of($chunk[2], $chunk[3] * Ticks::PER_QUARTER),
            ),
        );
        self::assertSame(
            $expected,
            null === $moved
                ? null
                : [
                    $moved->from->position,
                    intdiv($moved->from->offset, Ticks::PER_QUARTER),
                    $moved->to->position,
                    intdiv($moved->to->offset, Ticks::PER_QUARTER),
                ],
        );
    }

    /** @return iterable<string, array{list<string>, array{int, int, int, int}, array{int, int, int, int}|null}> */
    public static function changes(): iterable
    {
        $all = self::MEASURES;
        $without = static fn (int ...$gone): array => array_values(array_diff_key($all, array_flip($gone)));
        $with = static function (int $at, string ...$new) use ($all): array {
            array_splice($all, $at, 0, $new);

            return $all;
        };
        yield 'nothing changed' => [$all, [4, 0, 8, 0], [4, 0, 8, 0]];
        yield 'a measure more before it' => [$with(2, 'AAAA'), [4, 0, 8, 0], [5, 0, 9, 0]];
        yield 'a measure more after it' => [$with(9, 'AAAA'), [4, 0, 8, 0], [4, 0, 8, 0]];
        yield 'a measure more inside it' => [$with(6, 'AAAA'), [4, 0, 8, 0], [4, 0, 9, 0]];
        yield 'a measure more at its start stays outside' => [$with(4, 'AAAA'), [4, 0, 8, 0], [5, 0, 9, 0]];
        yield 'a measure more at its end stays outside' => [$with(8, 'AAAA'), [4, 0, 8, 0], [4, 0, 8, 0]];
        yield 'a measure less before it' => [$without(1), [4, 0, 8, 0], [3, 0, 7, 0]];
        yield 'a measure less inside it' => [$without(5), [4, 0, 8, 0], [4, 0, 7, 0]];
        yield 'its first measure is gone' => [$without(4), [4, 0, 8, 0], [4, 0, 7, 0]];
        yield 'all of it is gone' => [$without(4, 5), [4, 0, 6, 0], null];
        yield 'its notes were corrected' => [array_replace($all, [4 => 'AFEE', 6 => 'cAGG']), [4, 0, 8, 0], [4, 0, 8, 0]];
        yield 'all is new' => [array_map(strtolower(...), $all), [4, 0, 8, 0], [4, 0, 8, 0]];
        yield 'edges inside measures' => [$with(0, 'AAAA', 'BBBB'), [3, 2, 6, 1], [5, 2, 8, 1]];
    }

    public function testAChunkOfMeasuresThatAreLeftHoldsTheSameNotes(): void
    {
        $old = Tunes::abc(implode('|', self::MEASURES).'|');
        mt_srand(5);
        for ($turn = 0; $turn < 200; ++$turn) {
            $after = [];
            $kept = [];
            foreach (self::MEASURES as $position => $measure) {
                for ($more = mt_rand(0, 4); $more > 2; --$more) {
                    $after[] = str_repeat('ABcd'[mt_rand(0, 3)], 4);
                }
                if (mt_rand(0, 5) > 0) {
                    $kept[$position] = \count($after);
                    $after[] = $measure;
                }
            }
            if ([] === $kept) {
                continue;
            }
            $new = Tunes::abc(implode('|', $after).'|');
            $realignment = Realignment::of($old, $new);
            foreach ($kept as $position => $now) {
                $moved = $realignment->chunk(Chunk::of($old, ChunkKind::Measure, Place::of($position), Place::of($position + 1)));
                self::assertNotNull($moved);
                self::assertSame([$now, $now + 1], [$moved->from->position, $moved->to->position], "turn $turn");
                self::assertSame($now + 1 < \count($after), $moved->lands);
                self::assertNotSame('', Sameness::of($new)->key($moved->from, $moved->to));
            }
        }
    }

    public function testNotesAreFoundByTheirMeasures(): void
    {
        $realignment = Realignment::of(Tunes::abc('DFAd|EGBe|FAdf|'), Tunes::abc('A4|DFAd|FAdf|'));
        self::assertSame(
            ['P1-m1-v1-2', null, 'P1-m2-v1-0', null],
            [
                $realignment->note('P1-m0-v1-2'),
                $realignment->note('P1-m1-v1-0'),
                $realignment->note('P1-m2-v1-0'),
                $realignment->note('elsewhere'),
            ],
        );
    }

    public function testTheWholeStaysTheWhole(): void
    {
        $new = Tunes::abc('DFAd|A4|');
        $moved = Realignment::of(Tunes::abc('DFAd|EGBe|FAdf|'), $new)->chunk(Chunk::whole(Tunes::abc('DFAd|EGBe|FAdf|')));
        self::assertEquals([Place::of(0), $new->end()], [$moved?->from, $moved?->to]);
    }
}
