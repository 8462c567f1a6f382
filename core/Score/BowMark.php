<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** A printed bow direction. */
enum BowMark: string
{
    case None = 'none';
    case Down = 'down';
    case Up = 'up';
}
