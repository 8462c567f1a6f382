<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** The fingers under the sounding one (handbook 1). */
enum BeneathPolicy: string
{
    /** set along with it */
    case Together = 'together';
    /** only the sounding one */
    case Alone = 'alone';
    /** as the pupil likes: nothing is marked */
    case Free = 'free';
}
