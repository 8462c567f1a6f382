<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\RightHand\BowZone;

/** Where on the bow each phrase starts and ends (handbook 4). */
final readonly class PhraseWays
{
    public function __construct(public int $from, public int $to, public BowZone $start, public BowZone $end)
    {
    }

    /**
     * @param int $from first measure position
     * @param int $to   measure position after the last
     *
     * @return list<self> of the phrases that begin in these measures
     */
    public static function reckon(BothHands $hands, int $from, int $to): array
    {
        $ways = [];
        $open = null;
        foreach ($hands->bowing->strokes as $index => $step) {
            [$start, $end] = $hands->path->places[$index];
            $position = $step->stroke->position;
            if (null === $open || $step->stroke->opens) {
                $ways[] = $open = new self($position, $position, BowZone::of($start), BowZone::of($end));
            } else {
                $open = $ways[\count($ways) - 1] = new self($open->from, $position, $open->start, BowZone::of($end));
            }
        }

        return array_values(array_filter($ways, static fn (self $way): bool => $way->from >= $from && $way->from < $to));
    }
}
