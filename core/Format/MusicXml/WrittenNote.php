<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Pitch;

/** One note of the file: a tone of an event, or a part of it where its length takes several notes. */
final readonly class WrittenNote
{
    /** a tie leads to it, or from it */
    public bool $isTiedFrom;
    public bool $isTiedTo;
    /** the first tone of its event, and the first or last part of it */
    public bool $isBegin;
    public bool $isEnd;

    /**
     * @param Pitch|null $pitch   none for a rest
     * @param int        $order   of the tone in its chord
     * @param int        $length  ticks as they sound
     * @param bool       $isFirst part of its event
     * @param bool       $isLast  part of its event
     */
    public function __construct(
        public Event $event,
        public ?Pitch $pitch,
        public int $order,
        public int $length,
        public bool $isFirst,
        public bool $isLast,
        public bool $isWholeMeasure = false,
    ) {
        $this->isTiedFrom = null !== $pitch && ($event->tiedFrom || !$isFirst);
        $this->isTiedTo = null !== $pitch && ($event->tiedTo || !$isLast);
        $this->isBegin = 0 === $order && $isFirst;
        $this->isEnd = 0 === $order && $isLast;
    }
}
