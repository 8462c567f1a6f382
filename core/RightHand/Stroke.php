<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\Copies;

/** One movement of the bow in one direction (handbook 4). */
final readonly class Stroke
{
    use Copies;

    /**
     * @param list<string> $notes    ids of its events
     * @param list<int>    $starts   of its notes, ticks after its own start
     * @param int          $position measure in which it begins
     * @param int          $offset   ticks inside that measure
     * @param int          $at       ticks from the start of the line, each measure once
     * @param int          $length   ticks
     * @param float        $beats    of the meter
     * @param int          $rest     ticks of silence before it
     * @param bool         $hooked   goes on in the direction of the stroke before, after a stop
     * @param bool         $lifted   the bow is lifted before it, as marked
     * @param bool         $upbeat   leads into a downbeat: in the upbeat of the line, of a repeat, or of a phrase after a rest
     * @param bool         $downbeat begins on the first beat of a full measure
     * @param bool         $opens    begins a phrase or section
     * @param bool         $short    dotted
     * @param int          $loudness -1 soft, 0 medium, 1 loud
     * @param float|null   $amount   share of the bow that a teacher set for it
     * @param bool         $isSet    the direction in `printed` is a teacher's own
     * @param bool         $held     a fermata: it has no length of its own
     */
    public function __construct(
        public array $notes,
        public array $starts,
        public int $position,
        public int $offset,
        public int $at,
        public int $length,
        public float $beats,
        public int $rest,
        public bool $hooked,
        public bool $lifted,
        public ?Direction $printed,
        public bool $upbeat,
        public bool $downbeat,
        public bool $opens,
        public bool $short,
        public bool $accented,
        public int $loudness,
        public ?float $amount = null,
        public bool $isSet = false,
        public bool $held = false,
    ) {
    }

    /** Share of the stroke that is over when its note begins, 0 to 1. */
    public function share(int $note): float
    {
        return 0 === $this->length ? 0.0 : ($this->starts[$note] ?? 0) / $this->length;
    }

    public function leadsIn(): self
    {
        return $this->copy(upbeat: true, downbeat: false);
    }
}
