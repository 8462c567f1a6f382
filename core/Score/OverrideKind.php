<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** What a teacher can set of a note against what is computed (handbook 3 and 4). */
enum OverrideKind: string
{
    case String = 'string';
    case Finger = 'finger';
    case Direction = 'direction';
    /** how much bow */
    case Amount = 'amount';
}
