<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/** Long notes of a group (handbook 1); a fermata has no length and is always free. */
enum LongNotePolicy: string
{
    /** desk partners change the bow at different beats */
    case Planned = 'planned';
    /** when you must, never with your neighbor */
    case Free = 'free';
}
