<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/** A note that is longer than a bow, or has no length of its own: how a group changes on it (handbook 4). */
final readonly class LongNote
{
    /** @param Stagger|null $planned none: free, never with your neighbor */
    public function __construct(
        public string $note,
        public int $position,
        public int $offset,
        public int $bows,
        public bool $held,
        public ?Stagger $planned,
    ) {
    }
}
