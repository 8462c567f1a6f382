<?php

declare(strict_types=1);

namespace App\Library\Cut;

/**
 * What a page shows of a cut: the map, the chunks, the spots, the steps of the method, and sentences.
 *
 * @phpstan-type ChunkRow array{edges: string, label: string, kind: string, proposed: bool, from: int, last: int, lands: bool, told: string}
 * @phpstan-type SpotRow array{
 *     players: string, place: string, from: int, to: int, edges: string, reason: string, comfort: int|null, heat: int
 * }
 * @phpstan-type StepRow array{
 *     lesson: int, as: string, label: string, like: string, rung: string, who: string, start: int, top: int, seconds: float,
 * }
 */
final readonly class ShownCut
{
    /**
     * @param string                      $overlay   what lies over the engraved score, as JSON (see ScoreOverlay)
     * @param list<ChunkRow>              $chunks
     * @param list<SpotRow>               $spots     the worst
     * @param int                         $spotCount all of them
     * @param list<StepRow>               $steps
     * @param int                         $lessons   that they take
     * @param float                       $seconds   of all of them
     * @param int|null                    $shortOf   beats a minute of the whole where the goal stays out of reach
     * @param string                      $apart     players of groups that would hold the rest back; empty if none do
     * @param array<string, list<string>> $talk      sentences for the class, by kind: sections, returns, figures, texture
     */
    public function __construct(
        public MeasureMap $map,
        public string $overlay,
        public array $chunks,
        public array $spots,
        public int $spotCount,
        public array $steps,
        public int $lessons,
        public float $seconds,
        public ?int $shortOf,
        public string $apart,
        public array $talk,
    ) {
    }
}
