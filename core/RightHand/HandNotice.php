<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\Notice;

/** Something that a teacher has to know of a place, by its kind. */
final readonly class HandNotice
{
    public function __construct(public string $kind, public Notice $notice, public int $position, public int $offset)
    {
    }
}
