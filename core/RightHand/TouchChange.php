<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\Dynamic;

/** A dynamic that begins, or a hairpin that travels from one to another. */
final readonly class TouchChange
{
    /**
     * @param string $note     id of the event at which it begins
     * @param int    $position of its measure
     * @param int    $until    position of the measure in which a hairpin ends; that of the note for a plain dynamic
     */
    public function __construct(
        public string $note,
        public int $position,
        public int $until,
        public Dynamic $dynamic,
        public Touch $touch,
        public ?Dynamic $toward = null,
        public ?Touch $end = null,
    ) {
    }
}
