<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/** A place that holds a class back (handbook 5). */
final readonly class Spot
{
    /** Severity from which a crossing or hop is taught rung by rung. */
    private const UNFOLDS = 1.15;

    /**
     * @param Place     $from     the note before it
     * @param Place     $to       the note on which it lands
     * @param Move|null $move     the worst of its moves
     * @param float     $severity goal divided by comfort; 1 for spots without one
     */
    public function __construct(
        public Instrument $instrument,
        public Place $from,
        public Place $to,
        public ?Move $move,
        public float $severity,
        public Notice $reason,
    ) {
    }

    /** Tempo at which it becomes comfortable, in beats a minute: the goal at which it would vanish; none for spots of another kind. */
    public function comfort(): ?float
    {
        return $this->move?->comfort();
    }

    /** A crossing or a hop. */
    public function crosses(): bool
    {
        return MoveFamily::Crossing === $this->move?->family;
    }

    /** A crossing or hop that is hard enough for a ladder of its own. */
    public function unfolds(): bool
    {
        return $this->crosses() && $this->severity >= self::UNFOLDS;
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

    /** The chunk that is taught for it: all of it, or where it is longer than a measure the worst of its moves. */
    public function chunk(Piece $piece): Chunk
    {
        $long = $piece->ticksBetween($this->from, $this->to) > $piece->measures[$this->from->position]->meter->ticks();
        $from = $long && null !== $this->move ? $this->move->from : $this->from;
        $to = $long && null !== $this->move ? $this->move->to : $this->to;

        return Chunk::of($piece, ChunkKind::Spot, $from, $from->isBefore($to) ? $to : $piece->move($from, $piece->beatTicks));
    }

    /**
     * Spots of several instruments with one cause at one place are one for people, the worst of them first.
     *
     * @param list<self> $spots
     *
     * @return list<non-empty-list<self>>
     */
    public static function together(array $spots): array
    {
        $together = [];
        foreach ($spots as $spot) {
            $together[$spot->to->rank().' '.$spot->reason->text()][] = $spot;
        }

        return array_values($together);
    }
}
