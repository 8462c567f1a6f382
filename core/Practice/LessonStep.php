<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

/** A step as a lesson holds it: its stair, its rule and where it starts. */
final readonly class LessonStep
{
    public function __construct(
        public string $id,
        public string $chunk,
        public Stair $stair,
        public CoinRule $rule,
        public int $startTread = 0,
    ) {
    }
}
