<?php

declare(strict_types=1);

namespace CoinStair\Core\Chunk;

use CoinStair\Core\Form\Border;
use CoinStair\Core\Form\Borders;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Phrases;
use CoinStair\Core\Form\Sections;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * The cut of a piece (handbook 5): the whole, its sections, their phrases, pairs of measures and measures. The chunks of each level hold
 * every measure once; no border of it lies inside a slur, tie or tuplet, unless a teacher pulled it there.
 */
final readonly class ChunkTree
{
    /** @param non-empty-list<ChunkNode> $sections each with its phrases, these with their measures */
    private function __construct(public Piece $piece, public Likeness $likeness, public Chunk $whole, public array $sections)
    {
    }

    /**
     * @param int                  $level   year of playing, 1 to 4: how much one phrase holds
     * @param array<string, float> $weights of notes by how new they are, by event id; 1 where none is given
     */
    public static function of(Piece $piece, Likeness $likeness, int $level = 1, array $weights = []): self
    {
        $borders = Borders::of($piece, $likeness);
        $starts = Sections::starts($piece, $likeness, $borders);
        $cuts = array_map(
            static fn (Border $border): Place => $border->place,
            Phrases::of($piece, $borders, $level, $weights, $starts)->borders,
        );

        return self::build(
            $piece,
            $likeness,
            $borders,
            $starts,
            self::chunks($piece, ChunkKind::Phrase, $piece->start(), $cuts, $piece->end()),
        );
    }

    /**
     * The tree over a cut that is given: phrases as they are, measures in them where borders allow, and sections where phrases begin with
     * them.
     *
     * @param non-empty-list<Chunk> $phrases one after the other over the whole piece
     *
     * @throws \InvalidArgumentException if they leave something out or hold something twice
     */
    public static function over(Piece $piece, Likeness $likeness, array $phrases): self
    {
        self::assertCovering($piece, $phrases);
        $borders = Borders::of($piece, $likeness);

        return self::build($piece, $likeness, $borders, Sections::starts($piece, $likeness, $borders), $phrases);
    }

    /** @return non-empty-list<ChunkNode> in order */
    public function phrases(): array
    {
        $phrases = array_merge(...array_map(static fn (ChunkNode $section): array => $section->children, $this->sections));
        \assert([] !== $phrases);

        return $phrases;
    }

    /** The phrase in which a place lies. */
    public function phraseAt(Place $place): ChunkNode
    {
        $phrases = $this->phrases();
        $found = $phrases[0];
        foreach ($phrases as $phrase) {
            if ($place->isBefore($phrase->chunk->from)) {
                break;
            }
            $found = $phrase;
        }

        return $found;
    }

    /**
     * @param list<Place>           $sectionStarts
     * @param non-empty-list<Chunk> $phrases
     */
    private static function build(Piece $piece, Likeness $likeness, Borders $borders, array $sectionStarts, array $phrases): self
    {
        $starts = [];
        foreach ($sectionStarts as $start) {
            $starts[$start->position.' '.$start->offset] = true;
        }
        $measures = array_values(array_filter($borders->all, static fn (Border $border): bool => null !== $border->into));
        $sections = $held = [];
        $at = 0;
        foreach ($phrases as $index => $phrase) {
            while (isset($measures[$at]) && !$phrase->from->isBefore($measures[$at]->place)) {
                ++$at;
            }
            $inside = [];
            for (; isset($measures[$at]) && $measures[$at]->place->isBefore($phrase->to); ++$at) {
                // Where a teacher cut at the bar line, the measure behind it belongs to the next phrase.
                if ($measures[$at]->ofMeasure()->isBefore($phrase->to)) {
                    $inside[] = $measures[$at]->ofMeasure();
                }
            }
            $held[] = new ChunkNode(
                $phrase,
                array_map(
                    static fn (Chunk $measure): ChunkNode => new ChunkNode($measure, []),
                    self::chunks($piece, null, $phrase->from, $inside, $phrase->to),
                ),
            );
            $next = $phrases[$index + 1] ?? null;
            if (null === $next || isset($starts[$next->from->position.' '.$next->from->offset])) {
                $sections[] = new ChunkNode(
                    Chunk::of($piece, ChunkKind::Section, $held[0]->chunk->from, $phrase->to, null !== $next),
                    $held,
                );
                $held = [];
            }
        }
        \assert([] !== $sections);

        return new self($piece, $likeness, Chunk::whole($piece), $sections);
    }

    /**
     * @param ChunkKind|null $kind none: by the number of measures
     * @param list<Place>    $cuts between the two places, rising
     *
     * @return non-empty-list<Chunk> one after the other; all land, but for the one that ends the piece
     */
    private static function chunks(Piece $piece, ?ChunkKind $kind, Place $from, array $cuts, Place $to): array
    {
        $chunks = [];
        foreach ([...$cuts, $to] as $end) {
            $measures = max(1, (int) round($piece->ticksBetween($from, $end) / $piece->measures[$from->position]->meter->ticks()));
            $chunks[] = Chunk::of($piece, $kind ?? ChunkKind::ofSize($measures), $from, $end, !$end->equals($piece->end()));
            $from = $end;
        }

        return $chunks;
    }

    /** @param non-empty-list<Chunk> $phrases */
    private static function assertCovering(Piece $piece, array $phrases): void
    {
        $at = $piece->start();
        foreach ($phrases as $phrase) {
            if (!$phrase->from->equals($at)) {
                throw new \InvalidArgumentException('A cut holds all of a piece once.');
            }
            $at = $phrase->to;
        }
        if (!$at->equals($piece->end())) {
            throw new \InvalidArgumentException('A cut holds all of a piece once.');
        }
    }
}
