<?php

declare(strict_types=1);

namespace App\Library\Cut;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Section;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Standing\CoverageState;

/**
 * The measure map, laid out: rows of measures as in the book, or four to a row, and over them the chunks as nested arcs (handbook 5).
 *
 * @phpstan-type Heat array{tempo: int, share: float, told: string}
 * @phpstan-type Tile array{
 *     position: int, x: int, y: int, width: int, beats: float, number: string, printed: string, marks: list<string>, repeatStart: bool,
 *     repeatEnd: bool, ending: string, heading: string, short: bool, letter: string, pattern: int, like: string, heat: int,
 *     heatShare: float, heatWidth: float, tempo: int, told: string, coverage: string, metX: int, tempoX: int, marksX: int,
 * }
 * @phpstan-type Arc array{
 *     edges: string, label: string, x: float, width: float, y: float, rise: float, start: bool, end: bool, labelled: bool, first: bool,
 *     kind: string, proposed: bool,
 * }
 * @phpstan-type Band array{label: string, x: int, y: int, width: int, start: bool, run: string}
 */
final readonly class MeasureMap
{
    private const NARROWEST = 92;
    private const WIDEST = 148;
    /** Width that rows are stretched to. */
    private const WIDTH = 780;
    public const TILE_HEIGHT = 56;
    private const LANE_HEIGHT = 18;
    private const LANE_HEIGHT_PLAIN = 9;
    private const HEADROOM = 12;
    private const BAND_HEIGHT = 20;
    private const GAP = 12;
    private const MARGIN = 2;
    /** Room that a label needs. */
    private const LABEL = 62;
    private const LONGEST_ROW = 8;
    private const MAX_LANES = 6;
    /** Patterns that tell returning measures apart beside their letters. */
    private const PATTERNS = 4;

    /**
     * @param list<Tile> $tiles
     * @param list<Arc>  $arcs
     * @param list<Band> $bands sections
     */
    private function __construct(
        public array $tiles,
        public array $arcs,
        public array $bands,
        public int $width,
        public int $height,
        public int $distinct,
    ) {
    }

    /**
     * @param list<MapChunk>            $chunks
     * @param list<Section>             $sections shown where there are two and more
     * @param array<int, Heat>          $heat     of measures that are not comfortable at the goal, by position
     * @param array<int, CoverageState> $coverage by position
     */
    public static function of(
        Piece $piece,
        Likeness $likeness,
        array $chunks = [],
        array $sections = [],
        array $heat = [],
        array $coverage = [],
    ): self {
        $rows = self::rows($piece);
        $lanes = self::lanes($piece, $chunks);
        $numbers = MeasureNumbers::of($piece);
        $returning = $likeness->returning();
        $tiles = $arcs = $bands = [];
        $y = 0;
        $longest = max(1, ...array_map(\count(...), $rows));
        $tileWidth = max(self::NARROWEST, min(self::WIDEST, intdiv(self::WIDTH, $longest)));
        foreach ($rows as $row) {
            if (\count($sections) > 1) {
                array_push($bands, ...self::bands($sections, $numbers, $row, $y, $tileWidth));
                $y += self::BAND_HEIGHT;
            }
            $inRow = array_values(
                array_filter(
                    $chunks,
                    static fn (MapChunk $shown): bool => $shown->chunk->lastPosition() >= $row[0]
                        && $shown->chunk->from->position <= $row[\count($row) - 1],
                ),
            );
            $rises = self::laneRises($inRow, $lanes, $row[0]);
            $top = $y + self::HEADROOM + $rises[\count($rises) - 1];
            foreach ($inRow as $shown) {
                $arcs[] = self::arc($piece, $shown, $row, $top - $rises[$lanes[$shown->edges]], $tileWidth);
            }
            foreach ($row as $column => $position) {
                $tiles[] = self::tile(
                    $piece,
                    $numbers,
                    $position,
                    self::MARGIN + $column * $tileWidth,
                    $top,
                    $tileWidth,
                    $returning,
                    $heat[$position] ?? null,
                    $coverage[$position] ?? null,
                );
            }
            $y = $top + self::TILE_HEIGHT + self::GAP;
        }

        return new self($tiles, $arcs, $bands, $longest * $tileWidth + 2 * self::MARGIN, $y, $likeness->distinct());
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
     * @param list<MapChunk> $chunks
     *
     * @return array<string, int> lane by edges
     */
    public static function lanes(Piece $piece, array $chunks): array
    {
        $length = static fn (MapChunk $shown): int => $piece->ticksBetween($shown->chunk->from, $shown->chunk->to);
        usort(
            $chunks,
            static fn (MapChunk $a, MapChunk $b): int => $length($a) <=> $length($b) ?: $a->chunk->from->compare($b->chunk->from),
        );
        $lanes = [];
        $taken = [];
        foreach ($chunks as $shown) {
            $lane = 0;
            while (
                $lane < self::MAX_LANES - 1
                && [] !==
                    array_filter(
                        $taken[$lane] ?? [],
                        static fn (Chunk $other): bool => $shown->chunk->from->isBefore($other->to)
                            && $other->from->isBefore($shown->chunk->to),
                    )
            ) {
                ++$lane;
            }
            $taken[$lane][] = $shown->chunk;
            $lanes[$shown->edges] = $lane;
        }

        return $lanes;
    }

    /**
     * How far above the tiles each lane of a row lies, and last where the lanes end. A lane in which nothing begins needs no room for a
     * label.
     *
     * @param list<MapChunk>     $chunks in the row
     * @param array<string, int> $lanes  by edges
     *
     * @return non-empty-list<int>
     */
    private static function laneRises(array $chunks, array $lanes, int $first): array
    {
        $heights = [];
        foreach ($chunks as $shown) {
            $lane = $lanes[$shown->edges];
            $heights[$lane] = max(
                $heights[$lane] ?? 0,
                $shown->chunk->from->position >= $first ? self::LANE_HEIGHT : self::LANE_HEIGHT_PLAIN,
            );
        }
        $rises = [0];
        for ($lane = 0; $lane <= max([-1, ...array_keys($heights)]); ++$lane) {
            $rises[] = $rises[$lane] + ($heights[$lane] ?? 0);
        }

        return $rises;
    }

    /**
     * The sections of a row.
     *
     * @param list<Section>       $sections
     * @param non-empty-list<int> $row
     *
     * @return list<Band>
     */
    private static function bands(array $sections, MeasureNumbers $numbers, array $row, int $y, int $tileWidth): array
    {
        $bands = [];
        $first = $row[0];
        $last = $row[\count($row) - 1];
        foreach ($sections as $section) {
            if ($section->to > $first && $section->from <= $last) {
                $from = max($section->from, $first);
                $to = min($section->to - 1, $last);
                $bands[] = [
                    'label' => $section->label,
                    'x' => self::MARGIN + ($from - $first) * $tileWidth,
                    'y' => $y,
                    'width' => ($to - $from + 1) * $tileWidth,
                    'start' => $from === $section->from,
                    'run' => $numbers->at($section->from).'–'.$numbers->at($section->to - 1),
                ];
            }
        }

        return $bands;
    }

    /**
     * @param non-empty-list<int> $row
     *
     * @return Arc
     */
    private static function arc(Piece $piece, MapChunk $shown, array $row, int $floor, int $tileWidth): array
    {
        $chunk = $shown->chunk;
        $first = $row[0];
        $last = $row[\count($row) - 1];
        $start = $chunk->from->position >= $first;
        $end = $chunk->lastPosition() <= $last;
        $from = $start ? self::across($piece, $chunk->from, $first) : 0.0;
        $to = $end ? self::across($piece, $chunk->to, $first) : (float) \count($row);
        $inset = 3.0;
        // What begins at the end of a row has its label in the next.
        $short = !$end && ($to - $from) * $tileWidth < self::LABEL;

        return [
            'edges' => $shown->edges,
            'label' => $shown->label,
            'x' => self::MARGIN + $from * $tileWidth + ($start ? $inset : 0),
            'width' => ($to - $from) * $tileWidth - ($start ? $inset : 0) - ($end ? $inset : 0),
            'y' => $floor - 4.0,
            'rise' => 9.0,
            'start' => $start,
            'end' => $end,
            'labelled' => $start ? !$short : self::startsShort($piece, $chunk, $first, $tileWidth),
            // The part that stands for the chunk where it goes over several rows.
            'first' => $start,
            'kind' => $chunk->kind->value,
            'proposed' => $shown->proposed,
        ];
    }

    /** A chunk that goes on into this row began so near to the end of the row before that its label has no room there. */
    private static function startsShort(Piece $piece, Chunk $chunk, int $first, int $tileWidth): bool
    {
        return $chunk->from->position === $first - 1
            && (1 - $chunk->from->offset / $piece->measures[$first - 1]->length) * $tileWidth < self::LABEL;
    }

    /** Tiles from the start of a row to a place. */
    private static function across(Piece $piece, Place $place, int $first): float
    {
        $measure = $piece->measures[$place->position] ?? null;

        return $place->position - $first + (null === $measure ? 0 : $place->offset / $measure->length);
    }

    /**
     * @param array<int, int> $returning kinds of measures that come back, by position
     * @param Heat|null       $heat
     *
     * @return Tile
     */
    private static function tile(
        Piece $piece,
        MeasureNumbers $numbers,
        int $position,
        int $x,
        int $y,
        int $tileWidth,
        array $returning,
        ?array $heat,
        ?CoverageState $coverage,
    ): array {
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
        $printed = $measure->printed === $number ? '' : $measure->printed;
        $met = null !== $coverage && CoverageState::Planned !== $coverage;

        return [
            'position' => $position,
            'x' => $x,
            'y' => $y,
            'width' => $tileWidth,
            'beats' => $measure->length / $piece->beatTicks,
            'number' => $number,
            'printed' => $printed,
            'marks' => $marks,
            'repeatStart' => $measure->repeatStart,
            'repeatEnd' => $measure->repeatTimes > 0,
            'ending' => implode(', ', $measure->endingStart),
            'heading' => $measure->rehearsal,
            'short' => $measure->isShort(),
            'letter' => isset($returning[$position]) ? self::letter($returning[$position]) : '',
            'pattern' => ($returning[$position] ?? 0) % self::PATTERNS,
            'like' => self::first($returning, $position) === $position ? '' : $numbers->at(self::first($returning, $position)),
            'heat' => null === $heat ? 0 : (int) max(1, min(3, ceil(5 * (1 - $heat['share'])))),
            'heatShare' => null === $heat ? 0.0 : round(max(0.12, min(1.0, 1.4 * (1 - $heat['share']))), 3),
            'heatWidth' => null === $heat ? 0.0 : round(($tileWidth - 4) * max(0.12, min(1.0, 1.4 * (1 - $heat['share']))), 1),
            'tempo' => $heat['tempo'] ?? 0,
            'told' => $heat['told'] ?? '',
            'coverage' => $met ? $coverage->value : '',
            // What stands in the tile makes room for the dots of a repeat, for the printed number and for the mark of coverage.
            'metX' => $x + ($measure->repeatStart ? 23 : 15),
            'tempoX' => $x + ('' !== $printed ? 60 : 40),
            'marksX' => $x + ($met ? 12 : 0) + ($measure->repeatStart ? ($met ? 23 : 15) : ($met ? 15 : 9)),
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
        return \chr(\ord('a') + ($kind % 26)).($kind >= 26 ? (string) intdiv($kind, 26) : '');
    }
}
