<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

/** What can be done where a goal stays out of reach (handbook 6). */
enum OfferKind: string
{
    case LowerGoal = 'lower-goal';
    /** an eased part for the group that holds the rest back, or its own minutes apart */
    case Ease = 'ease';
    case Apart = 'apart';
    case MoreLessons = 'more-lessons';
    case SmallerChunks = 'smaller-chunks';
}
