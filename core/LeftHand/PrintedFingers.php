<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** What a printed finger or string counts (handbook 1). */
enum PrintedFingers: string
{
    case Kept = 'kept';
    case WhereItAgrees = 'agrees';
    case Suggestion = 'suggestion';
}
