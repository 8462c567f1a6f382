<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

enum BarStyle: string
{
    case Regular = 'regular';
    case Double = 'light-light';
    case Final = 'light-heavy';
}
