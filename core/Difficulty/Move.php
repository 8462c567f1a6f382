<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/** What left hand and bow have to do from one note to the next, and the time it takes a class (handbook 5). */
final readonly class Move
{
    /**
     * @param Place   $from    where the note before begins
     * @param Place   $to      where the note begins to which it leads
     * @param int     $at      ticks from the start of the piece to that note
     * @param float   $beats   between the two
     * @param float   $seconds that the class needs
     * @param MoveRow $row     that decided
     * @param Notice  $reason  that row in words
     * @param string  $leaves  letter of the string of the note before
     * @param string  $string  letter of the string of the note
     */
    public function __construct(
        public Place $from,
        public Place $to,
        public int $at,
        public float $beats,
        public float $seconds,
        public MoveFamily $family,
        public MoveRow $row,
        public Notice $reason,
        public string $leaves,
        public string $string,
    ) {
    }

    /** The tempo at which the written gap gives the time, in beats a minute. */
    public function comfort(): float
    {
        return (60 * $this->beats) / $this->seconds;
    }

    /** Its two notes; none where they begin together, as grace notes can. */
    public function spot(Piece $piece): ?Chunk
    {
        return $this->from->isBefore($this->to) && $piece->holds($this->to)
            ? Chunk::of($piece, ChunkKind::Spot, $this->from, $this->to)
            : null;
    }
}
