<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** How the hand lies on the bass (handbook 3). */
enum BassHand: string
{
    /** 1, 2 and 4, a semitone apart */
    case OneTwoFour = '1-2-4';
    /** one finger a semitone */
    case FingerEach = '1-2-3-4';

    /** @return array<int, int> semitones above the first finger, by finger */
    public function fingers(): array
    {
        return self::OneTwoFour === $this ? [1 => 0, 2 => 1, 4 => 2] : [1 => 0, 2 => 1, 3 => 2, 4 => 3];
    }
}
