<?php

declare(strict_types=1);

namespace App\Library\Cut\Command;

use CoinStair\Core\Chunk\Cut;

/** One thing that a teacher does to a cut. */
final readonly class CutCommand
{
    /**
     * @param string                        $edges  of the chunk that is meant; empty for none
     * @param \Closure(Cut, int, bool): Cut $change from the cut, the number of the chunk, and whether it is the teacher's own
     * @param bool                          $all    chunks that sequences made change along
     * @param bool                          $makes  one chunk more
     */
    public function __construct(public string $edges, public \Closure $change, public bool $all = false, public bool $makes = false)
    {
    }
}
