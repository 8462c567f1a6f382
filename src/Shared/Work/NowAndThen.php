<?php

declare(strict_types=1);

namespace App\Shared\Work;

/** Told while nothing is to be done in the background: the time to tidy up. */
final class NowAndThen
{
}
