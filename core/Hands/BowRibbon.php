<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\RightHand\BowUse;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\Score\Event;

/** Bow place against time, tied to the notes it stands under (handbook 4). */
final class BowRibbon
{
    /** @return list<RibbonStroke> of the strokes that begin in these measures */
    public static function draw(BothHands $hands, int $from, int $to): array
    {
        $events = array_values(array_filter(array_merge(...$hands->part->measures), static fn (Event $event): bool => !$event->isGrace()));
        $after = [];
        foreach ($events as $index => $event) {
            $after[$event->id] = isset($events[$index + 1]) ? $events[$index + 1]->id : null;
        }
        $ribbon = [];
        foreach ($hands->bowing->strokes as $index => $step) {
            $stroke = $step->stroke;
            if ($stroke->position < $from || $stroke->position >= $to || [] === $stroke->notes) {
                continue;
            }
            [$begin, $end] = $hands->path->places[$index];
            $last = $stroke->notes[\count($stroke->notes) - 1];
            $ribbon[] = new RibbonStroke(
                $stroke->notes[0],
                $after[$last] ?? null,
                $stroke->position,
                $step->direction,
                $begin,
                $end,
                BowUse::speed($step, $begin, $end),
                $step->isLifted(),
                \in_array(StrokeMark::Recover, $hands->strokeMarks[$index], true),
            );
        }

        return $ribbon;
    }
}
