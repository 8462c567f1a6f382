<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/** How bow directions are chosen (handbook 1); an upbeat always leads to a down-bow unless marked. */
enum DirectionPolicy: string
{
    /** down, up, down, up, through rests */
    case Alternate = 'alternate';
    /** strong beats down */
    case Downbeat = 'downbeat';
    /** each phrase starts as the first did */
    case Phrase = 'phrase';
}
