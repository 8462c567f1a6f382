<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** What a teacher has to know of a fingered note. */
enum FingerTrouble: string
{
    /** the printed finger or string does not give the pitch; it is not followed */
    case PrintedRefused = 'printed-finger';
    /** a teacher's own finger or string does not give the pitch; it is not followed */
    case SetRefused = 'set-finger';
    /** set or printed in a hand that the policy does not have */
    case Outside = 'outside-policy';
    /** no hand has the chord: its lowest note is fingered, the others are for other players */
    case Divided = 'divided';
    case OutOfReach = 'out-of-reach';
}
