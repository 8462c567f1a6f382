<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

/** How several rules count together (handbook 7). */
enum How: string
{
    case All = 'all';
    case Any = 'any';
    case None = 'none';
    case AtLeast = 'at-least';
}
