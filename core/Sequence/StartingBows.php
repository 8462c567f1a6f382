<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\RightHand\BowedStroke;
use CoinStair\Core\RightHand\Direction;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Place;

/** How the bow starts chunks of a piece, for who finds the same notes again (handbook 4). */
final class StartingBows
{
    /** @var array<string, array<int, non-empty-list<BowedStroke>>> by instrument and position of the measure */
    private array $strokes = [];

    /**
     * @param \Closure(Instrument): list<BowedStroke> $strokesOf the part of an instrument
     * @param array<string, int>                      $players   by instrument; one each where they are not told
     */
    public function __construct(private readonly \Closure $strokesOf, private readonly array $players)
    {
    }

    /**
     * What is told where most of those who play start a chunk the other way than the one that has its notes; none where they do not.
     *
     * @param list<Instrument> $who
     */
    public function turned(Chunk $chunk, Chunk $like, array $who): ?string
    {
        $turned = ['up' => 0, 'down' => 0];
        $all = 0;
        foreach ($who as $instrument) {
            $count = $this->players[$instrument->value] ?? 1;
            $all += $count;
            [$now, $before] = [$this->at($instrument, $chunk), $this->at($instrument, $like)];
            if (null !== $now && null !== $before && $now !== $before) {
                $turned[$now->value] += $count;
            }
        }

        return match (true) {
            2 * $turned['up'] > $all => 'the same notes again, bow starts up',
            2 * $turned['down'] > $all => 'the same notes again, bow starts down',
            default => null,
        };
    }

    /** The direction of the first stroke that begins in a chunk. */
    private function at(Instrument $instrument, Chunk $chunk): ?Direction
    {
        $strokes = $this->strokes[$instrument->value] ??= $this->byMeasure($instrument);
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            foreach ($strokes[$position] ?? [] as $step) {
                if ($chunk->holds(Place::of($position, $step->stroke->offset))) {
                    return $step->direction;
                }
            }
        }

        return null;
    }

    /** @return array<int, non-empty-list<BowedStroke>> by position */
    private function byMeasure(Instrument $instrument): array
    {
        $strokes = [];
        foreach (($this->strokesOf)($instrument) as $step) {
            $strokes[$step->stroke->position][] = $step;
        }

        return $strokes;
    }
}
