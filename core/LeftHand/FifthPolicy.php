<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** The same finger to the next string, a fifth away (handbook 1). */
enum FifthPolicy: string
{
    /** across where there is no time to lift, a hop where there is */
    case ByTempo = 'tempo';
    /** one finger across both strings */
    case Across = 'across';
    /** lift and hop */
    case Hop = 'hop';

    /** Silence between two notes in which a finger can be lifted and set anew, in seconds: a starting value. */
    private const TIME_TO_LIFT = 0.6;

    /**
     * The finger has to hop though there is no time for it.
     *
     * @param float $gap seconds between the end of one note and the next
     */
    public function isHurried(float $gap): bool
    {
        return self::Hop === $this && $gap < self::TIME_TO_LIFT;
    }

    /** @param float $gap seconds between the end of one note and the next */
    public function isHop(float $gap): bool
    {
        return self::Hop === $this || (self::ByTempo === $this && $gap >= self::TIME_TO_LIFT);
    }
}
