<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Score\Instrument;

/** The own minutes of groups that would hold the rest back; those with the same place share them (handbook 6). */
final readonly class GroupStep
{
    /** @param non-empty-list<Instrument> $groups the slowest first */
    public function __construct(public array $groups, public Chunk $chunk, public StepTime $time)
    {
    }
}
