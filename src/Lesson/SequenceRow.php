<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Step;
use CoinStair\Core\Sequence\TimedStep;

/** A step of a sequence as its page shows it: the row that can be changed, and its times. */
final readonly class SequenceRow
{
    public function __construct(public Step $step, public TimedStep $timed)
    {
    }
}
