<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

use CoinStair\Core\Standing\Thresholds;

/** Whether a class can play a piece, in one word (handbook 7), the readiest first. */
enum Verdict: string
{
    case Ready = 'ready';
    case WithinReach = 'within-reach';
    case Later = 'later';

    /** What it is called in US English: the key of its translation. */
    public function title(): string
    {
        return match ($this) {
            self::Ready => 'ready',
            self::WithinReach => 'within reach',
            self::Later => 'later',
        };
    }

    /** @param int $fresh new points of the group that has most of them */
    public static function of(int $fresh, Thresholds $thresholds): self
    {
        return match (true) {
            0 === $fresh => self::Ready,
            $fresh <= $thresholds->withinReach => self::WithinReach,
            default => self::Later,
        };
    }
}
