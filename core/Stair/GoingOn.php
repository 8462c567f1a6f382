<?php

declare(strict_types=1);

namespace CoinStair\Core\Stair;

/** What lets a class leave a tread upward (handbook 1). */
enum GoingOn: string
{
    case InARow = 'row';
    case InAll = 'all';
    case Goes = 'goes';
    case Teacher = 'teacher';
}
