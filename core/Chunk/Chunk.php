<?php

declare(strict_types=1);

namespace CoinStair\Core\Chunk;

use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;

/**
 * A cut of a piece (handbook 5): from a place up to another, and the note on which it lands.
 */
final readonly class Chunk
{
    /** A landing is played long: so many beats count in the time of a repetition. */
    public const LANDING_BEATS = 2;

    private function __construct(
        public ChunkKind $kind,
        public Place $from,
        /** exclusive */
        public Place $to,
        public bool $lands,
    ) {
    }

    /**
     * @param bool $lands run into the next note after the end
     *
     * @throws \InvalidArgumentException if the chunk is empty or leaves the piece
     */
    public static function of(Piece $piece, ChunkKind $kind, Place $from, Place $to, bool $lands = true): self
    {
        if (!$from->isBefore($to) || !$piece->holds($from) || !$piece->holds($to)) {
            throw new \InvalidArgumentException('A chunk starts inside the piece and ends after its start.');
        }

        return new self($kind, $from, $to, $lands);
    }

    /** All of the piece, whatever kind it has. */
    public function isWhole(Piece $piece): bool
    {
        return $this->from->equals($piece->start()) && $this->to->equals($piece->end());
    }

    public static function whole(Piece $piece): self
    {
        return new self(ChunkKind::Whole, $piece->start(), $piece->end(), false);
    }

    /** Two chunks as one, from the start of the first to the end of the other, landing as the other does. */
    public function join(self $next, ChunkKind $kind = ChunkKind::Join): self
    {
        return new self($kind, $this->from, $next->to, $next->lands);
    }

    /** The place of the next note after the end in any part; none at the end of the piece or where the chunk does not land. */
    public function landing(Piece $piece): ?Place
    {
        if (!$this->lands) {
            return null;
        }
        for ($position = $this->to->position; $position < \count($piece->measures); ++$position) {
            $first = null;
            foreach ($piece->parts as $part) {
                foreach ($part->events($position) as $event) {
                    $after = $position > $this->to->position || $event->start >= $this->to->offset;
                    if ($after && !$event->isRest() && !$event->isGrace() && (null === $first || $event->start < $first)) {
                        $first = $event->start;
                    }
                }
            }
            if (null !== $first) {
                return Place::of($position, $first);
            }
        }

        return null;
    }

    /** Length of one repetition in ticks: the music, what lies before the landing, and the landing. */
    public function ticks(Piece $piece): int
    {
        $landing = $this->landing($piece);

        return $piece->ticksBetween($this->from, $landing ?? $this->to) + (null === $landing ? 0 : self::LANDING_BEATS * $piece->beatTicks);
    }

    public function beats(Piece $piece): float
    {
        return $this->ticks($piece) / $piece->beatTicks;
    }

    /** Last measure of which it holds something, landing not counted. */
    public function lastPosition(): int
    {
        return 0 === $this->to->offset ? $this->to->position - 1 : $this->to->position;
    }

    /** Its two places as text: the same for two chunks of one piece only if they begin and end together. */
    public function edges(): string
    {
        return "{$this->from->position}.{$this->from->offset}-{$this->to->position}.{$this->to->offset}";
    }

    /**
     * The run of a piece between two places, as edges() tells them.
     *
     * @return self|null none where they are not told so, or the piece has no such places
     */
    public static function between(Piece $piece, string $edges): ?self
    {
        if (1 !== preg_match('/^(\d{1,5})\.(\d{1,7})-(\d{1,5})\.(\d{1,7})$/', $edges, $match)) {
            return null;
        }
        $from = Place::of((int) $match[1], (int) $match[2]);
        $to = Place::of((int) $match[3], (int) $match[4]);

        return $piece->holds($from) && $piece->holds($to) && $from->isBefore($to)
            ? new self(ChunkKind::Spot, $from, $to, true)
            : null;
    }

    /** A place lies in it, its end not counted. */
    public function holds(Place $place): bool
    {
        return !$place->isBefore($this->from) && $place->isBefore($this->to);
    }

    public function contains(self $other): bool
    {
        return !$other->from->isBefore($this->from) && !$this->to->isBefore($other->to);
    }

    /** Length without its landing, in quarter notes, for people and tests. */
    public function quarters(Piece $piece): string
    {
        return Ticks::quarters($piece->ticksBetween($this->from, $this->to));
    }

    /** Notes that begin in it, in the part that has most. */
    public function onsets(Piece $piece): int
    {
        $most = 0;
        foreach ($piece->parts as $part) {
            $onsets = 0;
            for ($position = $this->from->position; $position <= $this->lastPosition(); ++$position) {
                foreach ($part->events($position) as $event) {
                    $isInside = ($position > $this->from->position || $event->start >= $this->from->offset)
                        && ($position < $this->to->position || $event->start < $this->to->offset);
                    $onsets += $isInside && !$event->isRest() && !$event->isGrace() && !$event->tiedFrom ? 1 : 0;
                }
            }
            $most = max($most, $onsets);
        }

        return $most;
    }
}
