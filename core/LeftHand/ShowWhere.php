<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** Where fingers and letters are shown (handbook 1). */
enum ShowWhere: string
{
    /** only where something is new to the class */
    case New = 'new';
    case All = 'all';
}
