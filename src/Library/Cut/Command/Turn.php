<?php

declare(strict_types=1);

namespace App\Library\Cut\Command;

/** Takes back the last change of a cut, or does again what was taken back. */
final readonly class Turn
{
    /**
     * @param bool $again do it again
     * @param int  $seen  id of the change that somebody saw as the one to be taken back; 0 if none was named
     */
    public function __construct(public bool $again, public int $seen)
    {
    }
}
