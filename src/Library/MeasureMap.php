<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Chunk;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\MeasureNumbers;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * The measure map, laid out: rows of measures as in the book, or four to a row, and over them the chunks as nested arcs (handbook 5).
 *
 * @phpstan-type Tile array{position: int, x: int, y: int, width: int, number: string, printed: string, marks: list<string>, repeatStart: bool, repeatEnd: bool, ending: string, heading: string, short: bool, letter: string, pattern: int, like: string}
 * @phpstan-type Arc array{chunk: int, label: string, x: float, width: float, y: float, rise: float, start: bool, end: bool, lane: int, kind: string}
 */
final readonly class MeasureMap
{
    private const NARROWEST = 92;
    private const WIDEST = 148;
    /** Width that rows are stretched to. */
    private const WIDTH = 780;
    public const TILE_HEIGHT = 52;
    private const LANE_HEIGHT = 17;
    private const LANE_HEIGHT_PLAIN = 8;
    private const HEADROOM = 12;
    private const GAP = 12;
    private const MARGIN = 2;
    private const LONGEST_ROW = 8;
    private const MAX_LANES = 6;
    /** Patterns that tell returning measures apart beside their letters. */
    private const PATTERNS = 4;

    /**
     * @param list<Tile> $tiles
     * @param list<Arc>  $arcs
     */
    private function __construct(public array $tiles, public array $arcs, public int $width, public int $height, public int $rowLength, public int $distinct)
    {
    }

    /**
     * @param list<Chunk>        $chunks
     * @param array<int, string> $labels of the chunks, by id
     */
    public static function of(Piece $piece, array $chunks, array $labels): self
    {
        $rows = self::rows($piece);
        $lanes = self::lanes($chunks);
        $numbers = MeasureNumbers::of($piece);
        $likeness = Likeness::of($piece);
        $returning = $likeness->returning();
        $tiles = $arcs = [];
        $y = 0;
        $longest = max(1, ...array_map(\count(...), $rows));
        $tileWidth = max(self::NARROWEST, min(self::WIDEST, intdiv(self::WIDTH, $longest)));
        foreach ($rows as $row) {
            $inRow = array_values(array_filter($chunks, static fn (Chunk $chunk): bool => $chunk->span()->lastPosition() >= $row[0] && $chunk->span()->from->position <= $row[\count($row) - 1]));
            $rises = self::laneRises($inRow, $lanes, $row[0]);
            $top = $y + self::HEADROOM + $rises[\count($rises) - 1];
            foreach ($inRow as $chunk) {
                $lane = $lanes[(int) $chunk->getId()];
                $arcs[] = self::arc($piece, $chunk, $row, $lane, $top - $rises[$lane], $tileWidth, $labels[(int) $chunk->getId()] ?? '');
            }
            foreach ($row as $column => $position) {
                $tiles[] = self::tile($piece, $numbers, $position, self::MARGIN + $column * $tileWidth, $top, $tileWidth, $returning);
            }
            $y = $top + self::TILE_HEIGHT + self::GAP;
        }

        return new self($tiles, $arcs, $longest * $tileWidth + 2 * self::MARGIN, $y, $longest, $likeness->distinct());
    }

    /** @return non-empty-list<non-empty-list<int>> positions */
    private static function rows(Piece $piece): array
    {
        $rows = [];
        $row = [];
        $hasBreaks = [] !== array_filter($piece->measures, static fn (Measure $measure): bool => $measure->lineBreak);
        $counted = 0;
        foreach ($piece->measures as $position => $measure) {
            $row[] = $position;
            $counted += $measure->isShort() && 1 === \count($row) ? 0 : 1;
            if (($hasBreaks && $measure->lineBreak) || (!$hasBreaks && $counted >= 4) || \count($row) >= self::LONGEST_ROW) {
                $rows[] = $row;
                $row = [];
                $counted = 0;
            }
        }
        if ([] !== $row) {
            $rows[] = $row;
        }

        return [] === $rows ? [[0]] : $rows;
    }

    /**
     * Shorter chunks lie nearer to the measures; a chunk takes the lowest lane that is free.
     *
     * @param list<Chunk> $chunks
     *
     * @return array<int, int> lane by chunk id
     */
    private static function lanes(array $chunks): array
    {
        usort($chunks, static fn (Chunk $a, Chunk $b): int => self::length($a) <=> self::length($b) ?: $a->span()->from->compare($b->span()->from));
        $lanes = [];
        $taken = [];
        foreach ($chunks as $chunk) {
            $span = $chunk->span();
            $lane = 0;
            while ($lane < self::MAX_LANES - 1 && [] !== array_filter($taken[$lane] ?? [], static fn (\CoinStair\Core\Practice\Chunk $other): bool => $span->from->isBefore($other->to) && $other->from->isBefore($span->to))) {
                ++$lane;
            }
            $taken[$lane][] = $span;
            $lanes[(int) $chunk->getId()] = $lane;
        }

        return $lanes;
    }

    /**
     * How far above the tiles each lane of a row lies, and last where the lanes end. A lane in which nothing begins needs no room for a label.
     *
     * @param list<Chunk>     $chunks in the row
     * @param array<int, int> $lanes  by chunk id
     *
     * @return non-empty-list<int>
     */
    private static function laneRises(array $chunks, array $lanes, int $first): array
    {
        $heights = [];
        foreach ($chunks as $chunk) {
            $lane = $lanes[(int) $chunk->getId()];
            $heights[$lane] = max($heights[$lane] ?? 0, $chunk->span()->from->position >= $first ? self::LANE_HEIGHT : self::LANE_HEIGHT_PLAIN);
        }
        $rises = [0];
        for ($lane = 0; $lane <= max([-1, ...array_keys($heights)]); ++$lane) {
            $rises[] = $rises[$lane] + ($heights[$lane] ?? 0);
        }

        return $rises;
    }

    private static function length(Chunk $chunk): int
    {
        $span = $chunk->span();

        return $chunk->getPiece()->score()->ticksBetween($span->from, $span->to);
    }

    /**
     * @param non-empty-list<int> $row
     *
     * @return Arc
     */
    private static function arc(Piece $piece, Chunk $chunk, array $row, int $lane, int $floor, int $tileWidth, string $label): array
    {
        $span = $chunk->span();
        $first = $row[0];
        $last = $row[\count($row) - 1];
        $start = $span->from->position >= $first;
        $end = $span->lastPosition() <= $last;
        $from = $start ? self::across($piece, $span->from, $first) : 0.0;
        $to = $end ? self::across($piece, $span->to, $first) : (float) \count($row);
        $inset = 3.0;

        return [
            'chunk' => (int) $chunk->getId(),
            'label' => $label,
            'x' => self::MARGIN + $from * $tileWidth + ($start ? $inset : 0),
            'width' => ($to - $from) * $tileWidth - ($start ? $inset : 0) - ($end ? $inset : 0),
            'y' => $floor - 4.0,
            'rise' => 8.0,
            'start' => $start,
            'end' => $end,
            'lane' => $lane,
            'kind' => $chunk->getKind()->value,
        ];
    }

    /** Tiles from the start of a row to a place. */
    private static function across(Piece $piece, Place $place, int $first): float
    {
        $measure = $piece->measures[$place->position] ?? null;

        return $place->position - $first + (null === $measure ? 0 : $place->offset / $measure->length);
    }

    /**
     * @param array<int, int> $returning kinds of measures that come back, by position
     *
     * @return Tile
     */
    private static function tile(Piece $piece, MeasureNumbers $numbers, int $position, int $x, int $y, int $tileWidth, array $returning): array
    {
        $measure = $piece->measures[$position];
        $before = $piece->measures[$position - 1] ?? null;
        $marks = [];
        if (null === $before || !$before->meter->equals($measure->meter)) {
            $marks[] = $measure->meter->name();
        }
        if (null === $before || !$before->key->equals($measure->key)) {
            $marks[] = $measure->key->tonic();
        }
        foreach ($measure->jumps as $jump) {
            $marks[] = $jump->words();
        }
        $number = $numbers->at($position);

        return [
            'position' => $position,
            'x' => $x,
            'y' => $y,
            'width' => $tileWidth,
            'number' => $number,
            'printed' => '' !== $measure->printed && $measure->printed !== $number ? $measure->printed : '',
            'marks' => $marks,
            'repeatStart' => $measure->repeatStart,
            'repeatEnd' => $measure->repeatTimes > 0,
            'ending' => implode(', ', $measure->endingStart),
            'heading' => $measure->rehearsal,
            'short' => $measure->isShort(),
            'letter' => isset($returning[$position]) ? self::letter($returning[$position]) : '',
            'pattern' => ($returning[$position] ?? 0) % self::PATTERNS,
            'like' => self::first($returning, $position) === $position ? '' : $numbers->at(self::first($returning, $position)),
        ];
    }

    /**
     * The first measure of the same kind; itself if it stands once.
     *
     * @param array<int, int> $returning
     */
    private static function first(array $returning, int $position): int
    {
        return isset($returning[$position]) ? (int) array_search($returning[$position], $returning, true) : $position;
    }

    private static function letter(int $kind): string
    {
        return \chr(\ord('a') + $kind % 26).($kind >= 26 ? (string) intdiv($kind, 26) : '');
    }
}
