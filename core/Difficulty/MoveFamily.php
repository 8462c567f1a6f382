<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

/** What a move asks of a class; each family has a factor that the class's log teaches (handbook 6). */
enum MoveFamily: string
{
    case Bow = 'bow';
    case Left = 'left';
    case Crossing = 'crossing';
    case Rhythm = 'rhythm';
}
