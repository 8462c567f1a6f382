<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** What is told beside a finger (handbook 3); a mark stands on the first note of its move. */
enum FingerMark: string
{
    case KeepDown = 'keep-down';
    case Anchor = 'anchor';
    case Across = 'across';
    case Hop = 'hop';
    case Slide = 'slide';
    case SetTogether = 'set-together';
    case SetBeneath = 'set-beneath';
    case Beside = 'beside';
    case Prepare = 'prepare';
    case New = 'new';
    case Printed = 'printed';
    /** set by a teacher */
    case Override = 'override';
    case OutOfReach = 'out-of-reach';
}
