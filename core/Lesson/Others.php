<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

/** What those do who do not play: they never just wait (handbook 6). */
enum Others: string
{
    /** all play */
    case None = 'none';
    case Say = 'say';
    case FingerAlong = 'finger-along';
    case AirBow = 'air-bow';
    case Count = 'count';
    case Drone = 'drone';
    case Listen = 'listen';
}
