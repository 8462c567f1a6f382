<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

/** How a round is played once its line is learned (handbook 5). */
enum InGroups: string
{
    /** two groups, one after the other */
    case Two = 'two';
    /** as it is written, each part at its entry */
    case Written = 'written';
}
