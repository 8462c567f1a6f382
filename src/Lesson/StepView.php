<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Step;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Sequence\StepTime;
use CoinStair\Core\Standing\ChunkCoverage;

/** One step as a page shows it. */
final readonly class StepView
{
    public function __construct(
        public Step $step,
        public StepTime $time,
        public int $startTread,
        /** the class has met the goal of this step in an earlier lesson */
        public bool $doneBefore,
        public ?ChunkCoverage $met,
        /** the move that holds the chunk back */
        public ?Hardest $hardest = null,
    ) {
    }

    public function tries(): int
    {
        return (int) round($this->time->totalTries());
    }

    public function lowTries(): int
    {
        return array_sum(array_map(static fn ($tries): int => $tries->low, $this->time->tries));
    }

    public function highTries(): int
    {
        return array_sum(array_map(static fn ($tries): int => $tries->high, $this->time->tries));
    }
}
