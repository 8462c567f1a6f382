<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Place;

/** A place that holds a class back (handbook 5). */
final readonly class Spot
{
    /**
     * @param Place     $from     the note before it
     * @param Place     $to       the note on which it lands
     * @param Move|null $move     the worst of its moves
     * @param float     $severity goal divided by comfort; 1 for spots without one
     */
    public function __construct(public Instrument $instrument, public Place $from, public Place $to, public ?Move $move, public float $severity, public Notice $reason)
    {
    }

    /** Tempo at which it becomes comfortable, in beats a minute: the goal at which it would vanish; none for spots of another kind. */
    public function comfort(): ?float
    {
        return $this->move?->comfort();
    }

    /** A crossing or a hop: it unfolds into a ladder of its own. */
    public function crosses(): bool
    {
        return MoveFamily::Crossing === $this->move?->family;
    }

    /**
     * Worst first, then as they come in the music.
     *
     * @param list<self> $spots
     *
     * @return list<self>
     */
    public static function worstFirst(array $spots): array
    {
        $severities = $places = [];
        foreach ($spots as $spot) {
            $severities[] = $spot->severity;
            $places[] = $spot->from->rank();
        }
        // Sorted by numbers alone: a long piece has thousands of spots.
        $order = array_keys($spots);
        array_multisort($severities, \SORT_DESC, \SORT_NUMERIC, $places, \SORT_ASC, \SORT_NUMERIC, $order);

        return array_map(static fn (int $index): self => $spots[$index], $order);
    }
}
