<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

/** What is done about a group whose comfort tempo lies far under that of the rest (handbook 6). */
enum SlowGroup: string
{
    /** the stair goes by the rest; the group has two minutes of its own in a lesson, and the rest of the work as homework */
    case Apart = 'apart';
    /** the group plays an eased part */
    case Ease = 'ease';
    /** the stair goes by the slowest */
    case Wait = 'wait';
}
