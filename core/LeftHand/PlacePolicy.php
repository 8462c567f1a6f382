<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** How a place on the fingerboard is found (handbook 1). */
enum PlacePolicy: string
{
    case Both = 'both';
    /** by marks on the fingerboard */
    case Marks = 'marks';
    /** by ear, against open strings and neighbors */
    case Ear = 'ear';

    public function hasMarks(): bool
    {
        return self::Ear !== $this;
    }

    public function hasEar(): bool
    {
        return self::Marks !== $this;
    }
}
