<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

/**
 * How much is logged at most. A class that earns a coin every second for a whole lesson stays below; what is above is no lesson, and
 * would be read by every page that looks back (handbook 11).
 */
final class LogLimits
{
    /** Entries that a device sends at once. */
    public const AT_ONCE = 500;
    /** Entries that devices write to the log of one lesson. */
    public const OF_LESSON = 4000;
    /** Corrections of the record of one lesson. */
    public const CORRECTIONS = 500;
    /** Entries of one lesson in all: what is behind them is not read. */
    public const IN_ALL = self::OF_LESSON + self::CORRECTIONS;
    /** Lessons that one class begins on one day. */
    public const LESSONS_OF_CLASS = 12;
    /** Lessons that all classes of a program begin on one day. */
    public const LESSONS_OF_PROGRAM = 300;
}
