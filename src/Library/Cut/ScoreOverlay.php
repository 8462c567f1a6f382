<?php

declare(strict_types=1);

namespace App\Library\Cut;

use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Form\Section;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * What lies over the engraved score: measures with what is known of them, chunks, sections, hard spots, each with its places in ticks. The
 * browser finds where its notes stand; nothing else is left to it.
 *
 * @phpstan-import-type Tile from MeasureMap
 */
final readonly class ScoreOverlay
{
    public function __construct(private TranslatorInterface $translator)
    {
    }

    /**
     * @param list<MapChunk>             $chunks
     * @param list<Section>              $sections
     * @param list<non-empty-list<Spot>> $spots    those of one place together, the worst first
     *
     * @return string as JSON
     */
    public function write(Piece $score, MeasureMap $map, array $chunks, array $sections, array $spots): string
    {
        $lanes = MeasureMap::lanes($score, $chunks);

        return json_encode(
            [
                'measures' => array_map(fn (array $tile): array => $this->measure($score, $tile), $map->tiles),
                'chunks' => array_map(fn (MapChunk $chunk): array => $this->chunk($chunk, $lanes[$chunk->edges]), $chunks),
                'sections' => \count($sections) > 1
                    ? array_map(
                        static fn (Section $one): array => ['label' => $one->label, 'from' => $one->from, 'last' => $one->to - 1],
                        $sections,
                    )
                    : [],
                'spots' => array_map(static fn (array $of): array => self::spot($of[0]), $spots),
            ],
            \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_HEX_TAG,
        );
    }

    /**
     * @param Tile $tile
     *
     * @return array<string, bool|float|int|string>
     */
    private function measure(Piece $score, array $tile): array
    {
        return [
            'position' => $tile['position'],
            'number' => $tile['number'],
            'printed' => $tile['printed'],
            'beats' => $tile['beats'],
            'ticks' => $score->measures[$tile['position']]->length,
            'letter' => $tile['letter'],
            'pattern' => $tile['pattern'],
            'heat' => $tile['heat'],
            'share' => $tile['heatShare'],
            'tempo' => $tile['tempo'],
            'upTo' => 0 === $tile['tempo'] ? '' : $this->translator->trans('up to %tempo%', ['%tempo%' => $tile['tempo']]),
            'met' => $tile['coverage'],
            // What is seen of it, in the order in which it stands there.
            'label' => implode(', ', array_filter(
                [
                    $this->translator->trans('Measure %number%', ['%number%' => $tile['number']]),
                    '' === $tile['printed'] ? '' : '('.$tile['printed'].')',
                    0 === $tile['tempo'] ? '' : $this->translator->trans('comfortable at %tempo%', ['%tempo%' => $tile['tempo']]),
                    $tile['letter'],
                ],
                static fn (string $words): bool => '' !== $words,
            )),
            'told' => $this->told($tile),
        ];
    }

    /** @param Tile $tile */
    private function told(array $tile): string
    {
        $say = fn (string $words, string $number): string => '' === $number
            ? ''
            : $this->translator->trans($words, ['%number%' => $number]);

        return implode(
            ', ',
            array_filter(
                [
                    $say('printed %number%', $tile['printed']),
                    $tile['heading'],
                    implode(', ', $tile['marks']),
                    $tile['repeatStart'] ? $this->translator->trans('repeat starts') : '',
                    $tile['repeatEnd'] ? $this->translator->trans('repeat ends') : '',
                    $say('ending %number%', $tile['ending']),
                    $say('the same as measure %number%', $tile['like']),
                    '' === $tile['coverage'] ? '' : $this->translator->trans('state.'.$tile['coverage']),
                    $tile['told'],
                ],
                static fn (string $words): bool => '' !== $words,
            ),
        );
    }

    /** @return array<string, array{int, int}|bool|int|string> */
    private function chunk(MapChunk $shown, int $lane): array
    {
        $words = [
            $this->translator->trans('Chunk %measures%', ['%measures%' => $shown->label]),
            $this->translator->trans('kind.'.$shown->chunk->kind->value),
            $shown->proposed ? $this->translator->trans('proposed') : '',
            $shown->chunk->lands ? '' : $this->translator->trans('stops'),
        ];

        return [
            'edges' => $shown->edges,
            'label' => $shown->label,
            'name' => implode(', ', array_filter($words, static fn (string $word): bool => '' !== $word)),
            'from' => self::place($shown->chunk->from),
            'to' => self::place($shown->chunk->to),
            'lane' => $lane,
            'kind' => $shown->chunk->kind->value,
            'proposed' => $shown->proposed,
        ];
    }

    /** @return array{from: array{int, int}, to: array{int, int}, tempo: int, heat: int} to: the note on which it lands */
    private static function spot(Spot $spot): array
    {
        return [
            'from' => self::place($spot->from),
            'to' => self::place($spot->to),
            'tempo' => null === $spot->move ? 0 : (int) floor($spot->move->comfort()),
            'heat' => self::heat($spot),
        ];
    }

    /** From 0, where nothing has to be quick, to 5. */
    public static function heat(Spot $spot): int
    {
        return null === $spot->move ? 0 : (int) min(5, ceil(4 * ($spot->severity - 1)));
    }

    /** @return array{int, int} position of the measure, and ticks from its start */
    private static function place(Place $place): array
    {
        return [$place->position, $place->offset];
    }
}
