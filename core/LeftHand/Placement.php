<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** Where exactly a finger sits (handbook 3). */
enum Placement: string
{
    case Low = 'low';
    case Natural = 'natural';
    case High = 'high';
    case Stretched = 'stretched';
}
