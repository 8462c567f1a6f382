<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/** How much bow a stroke wishes (handbook 4). */
enum AmountPolicy: string
{
    /** by note value */
    case Value = 'value';
    /** the same speed throughout */
    case Speed = 'speed';
    /** every stroke whole */
    case Whole = 'whole';
}
