<?php

declare(strict_types=1);

namespace App\Shared\Looked;

/** Not every piece was looked at in the time of a request: what was made of them is not kept. */
final class StillLooking extends \RuntimeException
{
}
