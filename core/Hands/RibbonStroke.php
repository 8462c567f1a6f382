<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\RightHand\Direction;

/** One slope of the bow ribbon (handbook 4). */
final readonly class RibbonStroke
{
    /**
     * @param string      $note     id of the event it starts with
     * @param string|null $until    id of the event after it, a rest or the next stroke; none at the end of the part
     * @param int         $position of its measure
     * @param float       $from     place on the bow, 0 frog to 1 tip
     * @param float       $to       place on the bow
     * @param float       $speed    bows a beat
     * @param bool        $lifted   the bow leaves the string before it
     * @param bool        $recovers has to travel at twice its neighbors' speed or more
     */
    public function __construct(
        public string $note,
        public ?string $until,
        public int $position,
        public Direction $direction,
        public float $from,
        public float $to,
        public float $speed,
        public bool $lifted,
        public bool $recovers,
    ) {
    }

    /** Slow 1, 2, fast 3: how heavy its line is drawn. */
    public function weight(): int
    {
        return $this->speed < 0.35 ? 1 : ($this->speed < 0.75 ? 2 : 3);
    }
}
