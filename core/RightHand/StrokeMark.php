<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/** What is told beside a stroke (handbook 4). */
enum StrokeMark: string
{
    case Retake = 'retake';
    case Hook = 'hook';
    case RunsOut = 'runs-out';
    case Recover = 'recover';
    case Printed = 'printed';
    /** set by a teacher */
    case Override = 'override';
}
