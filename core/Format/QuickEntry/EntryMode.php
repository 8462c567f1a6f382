<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

/** The two ways to type a line (handbook 2). */
enum EntryMode: string
{
    /** ABC body text as it is */
    case Letters = 'letters';
    /** string letter and finger, placement from the key */
    case Fingers = 'fingers';
}
