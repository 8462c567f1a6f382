<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\Notice;

/** A stroke with its direction, and why. */
final readonly class BowedStroke
{
    /** @param list<StrokeMark> $marks */
    public function __construct(public Stroke $stroke, public Direction $direction, public Notice $reason, public array $marks)
    {
    }

    public function has(StrokeMark $mark): bool
    {
        return \in_array($mark, $this->marks, true);
    }

    /** The bow leaves the string before it. */
    public function isLifted(): bool
    {
        return $this->stroke->lifted || $this->has(StrokeMark::Retake);
    }
}
