<?php

declare(strict_types=1);

namespace CoinStair\Core\Stair;

enum GrowthKind: string
{
    /** as far as a clean go is likely */
    case Likely = 'likely';
    /** a fixed number of beats a minute more on each tread */
    case Fixed = 'fixed';
    /** a list of percents of the goal */
    case Percent = 'percent';
    /** treads in equal ratio */
    case Ratio = 'ratio';
}
