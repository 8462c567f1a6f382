<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Sequence;
use App\Shared\Record\DifficultyRecord;
use CoinStair\Core\Practice\ChunkCoverage;

/** Makes the view of a sequence with what is hard in its piece for its class. */
final readonly class SequenceViews
{
    public function __construct(private DifficultyRecord $difficulty)
    {
    }

    /** @param array<string, ChunkCoverage> $coverage by chunk id */
    public function of(Sequence $sequence, array $coverage): SequenceView
    {
        $class = $sequence->getClass();

        return SequenceView::of($sequence, $coverage, $this->difficulty->of($sequence->getPiece(), $class->handPolicies(), $class));
    }
}
