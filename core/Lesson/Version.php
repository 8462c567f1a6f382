<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

/** What is played of a step: as it is written, or an easier or fuller version of it (handbook 6). */
enum Version: string
{
    case Written = 'written';
    /** less music */
    case Half = 'half';
    /** open string for fourth finger */
    case OpenStrings = 'open-strings';
    case OneVoice = 'one-voice';
    case Eased = 'eased';
    /** fuller */
    case Repeats = 'repeats';
    case FourthFingers = 'fourth-fingers';
    case Dynamics = 'dynamics';
    /** eyes off the page */
    case Memory = 'memory';
}
