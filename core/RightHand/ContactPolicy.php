<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/** The usual contact place of the bow (handbook 1). */
enum ContactPolicy: string
{
    /** in the middle between bridge and fingerboard */
    case Middle = 'middle';
    case NearerBridge = 'bridge';
}
