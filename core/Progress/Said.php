<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

use CoinStair\Core\Score\Instrument;

/** A state that a teacher set by hand: it holds from its day on, and evidence after that day goes on from it (handbook 7). */
final readonly class Said implements \JsonSerializable
{
    /**
     * @param string $day Y-m-d
     * @param string $who as people read it
     * @param string $why in the teacher's words
     * @param int    $id  of its row; the later of one day has the higher
     */
    public function __construct(
        public string $code,
        public Instrument $instrument,
        public State $state,
        public string $day,
        public string $who = '',
        public string $why = '',
        public int $id = 0,
    ) {
    }

    /** @return list<mixed> what tells two apart */
    public function jsonSerialize(): array
    {
        return [$this->code, $this->instrument, $this->state, $this->day, $this->who, $this->why, $this->id];
    }
}
