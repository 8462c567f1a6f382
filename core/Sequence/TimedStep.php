<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Stair\Tries;
use CoinStair\Core\Standing\ChunkCoverage;

/** A step of a class's sequence with its time: where it starts, whether it is done, what holds it back. */
final readonly class TimedStep
{
    public function __construct(
        public Step $step,
        public ?Chunk $chunk,
        public StepTime $time,
        public int $startTread,
        /** the class's record shows that its top was reached before */
        public bool $done,
        public ?ChunkCoverage $met,
        /** the move that holds its chunk back */
        public ?Hardest $hardest,
    ) {
    }

    /** Tries that it is expected to take. */
    public function tries(): int
    {
        return (int) round($this->time->totalTries());
    }

    public function lowTries(): int
    {
        return array_sum(array_map(static fn (Tries $tries): int => $tries->low, $this->time->tries));
    }

    public function highTries(): int
    {
        return array_sum(array_map(static fn (Tries $tries): int => $tries->high, $this->time->tries));
    }
}
