<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

/** Calendar days as numbers: what lies between two of them does not depend on clocks or time zones. */
final class Days
{
    /** @param string $day Y-m-d */
    public static function number(string $day): int
    {
        /** @var array<string, int> $numbers a log names few days, and each of them often */
        static $numbers = [];

        return $numbers[$day] ??= (int) floor((new \DateTimeImmutable($day, new \DateTimeZone('UTC')))->getTimestamp() / 86400);
    }

    /** Days from one to another; negative if that is earlier. */
    public static function between(string $from, string $to): int
    {
        return self::number($to) - self::number($from);
    }

    /** So many days later, as Y-m-d. */
    public static function after(string $day, int $days): string
    {
        return gmdate('Y-m-d', (self::number($day) + $days) * 86400);
    }
}
