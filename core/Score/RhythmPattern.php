<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * A short repeated figure, with its own bows and articulations, that is played on the tones of a plain line (handbook 2).
 */
final readonly class RhythmPattern
{
    /**
     * @param list<Event> $figure one after the other from 0; pitches do not matter, rests stay rests
     * @param int         $length ticks
     */
    private function __construct(public array $figure, public int $length)
    {
    }

    /**
     * @param list<Event> $figure one after the other from 0
     *
     * @throws Refusal if it has no length
     */
    public static function of(array $figure): self
    {
        $length = [] === $figure ? 0 : $figure[\count($figure) - 1]->end();
        if ($length < 1) {
            throw Refusal::because('A rhythm pattern holds one to a few notes, such as B/ B/ B.');
        }

        return new self($figure, $length);
    }

    /**
     * The line as it is played: in each measure the figure begins anew, each of its notes takes the tone that sounds there.
     * What of the figure does not fit before the bar line is cut off; where the line rests, the figure rests.
     */
    public function apply(Piece $piece): Piece
    {
        return $piece->withParts(array_map(fn (Part $part): Part => $part->withMeasures(array_map(
            fn (array $events, int $position): array => $this->measure($part->id, $position, $events, $piece->measures[$position]->length),
            $part->measures,
            array_keys($part->measures),
        )), $piece->parts));
    }

    /**
     * @param list<Event> $plain
     *
     * @return list<Event>
     */
    private function measure(string $part, int $position, array $plain, int $length): array
    {
        $played = [];
        for ($round = 0; $round < $length; $round += $this->length) {
            foreach ($this->figure as $note) {
                $start = $round + $note->start;
                if ($start >= $length) {
                    break;
                }
                $sounding = self::at($plain, $start);
                $rest = $note->isRest() || null === $sounding;
                $fits = $start + $note->length <= $length;
                $played[] = new Event(
                    \sprintf('%s-m%d-v1-%d', $part, $position, \count($played)),
                    1,
                    $start,
                    min($note->length, $length - $start),
                    $rest ? [] : $sounding->pitches,
                    $note->tuplet,
                    false,
                    false,
                    $rest || !$fits ? 0 : $note->slurStarts,
                    $rest || !$fits ? 0 : $note->slurStops,
                    $rest ? Marks::none() : $note->marks,
                );
            }
        }

        return $played;
    }

    /** @param list<Event> $plain */
    private static function at(array $plain, int $time): ?Event
    {
        foreach ($plain as $event) {
            if (1 === $event->voice && !$event->isGrace() && $event->start <= $time && $time < $event->end()) {
                return $event->isRest() ? null : $event;
            }
        }

        return null;
    }
}
