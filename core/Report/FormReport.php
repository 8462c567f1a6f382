<?php

declare(strict_types=1);

namespace CoinStair\Core\Report;

use CoinStair\Core\Form\Border;
use CoinStair\Core\Form\Borders;
use CoinStair\Core\Form\Figure;
use CoinStair\Core\Form\Like;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Phrases;
use CoinStair\Core\Form\Section;
use CoinStair\Core\Form\Sections;
use CoinStair\Core\Form\Stretch;
use CoinStair\Core\Form\Texture;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Ticks;

/**
 * What piece:form tells: what comes back and how, sections, phrase borders, and who plays with whom.
 *
 * @phpstan-type MeasureRow array{
 *     position: int, class: int, likeness: list<array{of: int, kind: string, by: int|float}>, figures: list<string>,
 * }
 */
final class FormReport
{
    /**
     * @return array{
     *     parts: list<array{id: string, name: string, instrument: string}>, measures: list<MeasureRow>,
     *     sections: list<array{label: string, from: int, to: int}>, distinct: int,
     *     ofParts: list<array{part: string, distinct: int, classes: list<int>}>,
     *     borders: list<array{position: int, offset: string, cost: float}>,
     *     texture: list<array{from: int, to: int, unison: list<list<string>>, rhythm: list<list<string>>, tune: list<string>}>,
     * }
     */
    public static function tell(Piece $piece, int $level = 1): array
    {
        $likeness = Likeness::of($piece);
        $sections = Sections::find($piece, $likeness);
        $borders = Borders::of($piece, $likeness);
        $starts = Sections::starts($piece, $likeness, $borders);

        return [
            'parts' => array_map(
                static fn (Part $part): array => ['id' => $part->id, 'name' => $part->name, 'instrument' => $part->instrument->value],
                $piece->parts,
            ),
            'measures' => self::measures($piece, $likeness, self::stretched($piece, $sections)),
            'sections' => array_map(
                static fn (Section $section): array => ['label' => $section->label, 'from' => $section->from, 'to' => $section->to],
                $sections,
            ),
            'distinct' => $likeness->distinct(),
            'ofParts' => array_map(static fn (Part $part): array => self::ofPart($piece, $part), $piece->parts),
            'borders' => array_map(
                static fn (Border $border): array => [
                    'position' => $border->place->position,
                    'offset' => Ticks::quarters($border->place->offset),
                    'cost' => $border->cost(),
                ],
                Phrases::of($piece, $borders, $level, [], $starts)->borders,
            ),
            'texture' => array_map(
                static fn (Texture $span): array => [
                    'from' => $span->from,
                    'to' => $span->to,
                    'unison' => $span->unison,
                    'rhythm' => $span->rhythm,
                    'tune' => $span->tune,
                ],
                Texture::find($piece),
            ),
        ];
    }

    /** @return array{part: string, distinct: int, classes: list<int>} what comes back in one part alone */
    private static function ofPart(Piece $piece, Part $part): array
    {
        $likeness = Likeness::of($piece, $part);

        return ['part' => $part->id, 'distinct' => $likeness->distinct(), 'classes' => $likeness->classes];
    }

    /**
     * Likeness of measures in sections that are an earlier one at other lengths.
     *
     * @param list<Section> $sections
     *
     * @return array<int, Like> by position
     */
    private static function stretched(Piece $piece, array $sections): array
    {
        $likes = [];
        foreach ($sections as $index => $section) {
            foreach (\array_slice($sections, 0, $index) as $earlier) {
                $likes +=
                    rtrim($section->label, '′') === rtrim($earlier->label, '′')
                        ? Stretch::between($piece, $earlier, $section->from, $section->to)
                        : [];
            }
        }

        return $likes;
    }

    /**
     * @param array<int, Like> $stretched by position
     *
     * @return list<MeasureRow>
     */
    private static function measures(Piece $piece, Likeness $likeness, array $stretched): array
    {
        $rows = [];
        foreach ($likeness->likes as $position => $likes) {
            $rows[] = [
                'position' => $position,
                'class' => $likeness->classes[$position],
                'likeness' => array_map(
                    static fn (Like $like): array => ['of' => $like->of, 'kind' => $like->kind->value, 'by' => self::number($like->by)],
                    [...$likes, ...array_filter([$stretched[$position] ?? null])],
                ),
                'figures' => array_values(
                    array_unique(
                        array_merge(
                            ...array_map(
                                static fn (Part $part): array => array_column(Figure::find($part, $position), 'value'),
                                $piece->parts,
                            ),
                        ),
                    ),
                ),
            ];
        }

        return $rows;
    }

    private static function number(float $by): int|float
    {
        return floor($by) === $by ? (int) $by : $by;
    }
}
