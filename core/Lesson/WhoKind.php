<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

/** How a class is divided for a step (handbook 6). */
enum WhoKind: string
{
    case All = 'all';
    case Instruments = 'instruments';
    case InTurn = 'in-turn';
    case Halves = 'halves';
    case Desks = 'desks';
    case Parts = 'parts';
    case Solo = 'solo';
}
